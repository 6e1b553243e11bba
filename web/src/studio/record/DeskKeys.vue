<script setup lang="ts">
import { computed } from 'vue'

/** What can be done on the stage just now, each with its key. */
const props = withDefaults(
  defineProps<{
    stopsAt: string
    /** How many parts of the question or chart are still to be shown; −1 where there is none. */
    left: number
    /** How what was brought up is put away; empty where there is nothing. */
    away: string
    canUndo: boolean
    /** The chart that can be brought up; empty where there is none, or it is there. */
    chart: string
    /** The stage is close to something; there is something to come closer to. */
    close: boolean
    canCome: boolean
    /** Whether the light waits; nothing where no light leads. */
    waits?: boolean
    /** Whether a sentence can be read again. */
    again?: boolean
  }>(),
  { waits: undefined },
)
const emit = defineEmits<{
  stop: []
  show: []
  chart: []
  back: []
  undo: []
  closer: []
  wait: []
  again: []
}>()
const LOOK =
  'flex min-h-[40px] w-full items-center gap-2 rounded-panel border border-hairline bg-white px-3 text-left text-[14px] hover:border-moss disabled:opacity-60'
const SMALL =
  'flex min-h-[34px] items-center gap-1.5 rounded-panel border border-hairline bg-white px-2.5 text-[13px] font-semibold hover:border-moss aria-pressed:border-moss aria-pressed:bg-moss-pale'

/** What is always at hand. */
const always = computed(() => [
  ...(props.close || props.canCome
    ? [
        {
          key: 'Z',
          name: props.close ? 'The whole page again' : 'Come closer',
          short: props.close ? 'Whole page' : 'Come closer',
          does: () => emit('closer'),
        },
      ]
    : []),
  ...(props.waits === undefined
    ? []
    : [
        {
          key: 'H',
          name: props.waits ? 'Let the light go on' : 'The light waits while I talk',
          short: props.waits ? 'Light go on' : 'Light waits',
          on: props.waits,
          does: () => emit('wait'),
        },
      ]),
  ...(props.canUndo
    ? [{ key: 'U', name: 'Undo the last step', short: 'Undo', does: () => emit('undo') }]
    : []),
])
</script>

<template>
  <section aria-label="On the stage">
    <ul class="flex flex-col gap-1">
      <li v-if="again">
        <button :class="LOOK" type="button" @click="$emit('again')">
          <b class="min-w-0 flex-1">Again from this sentence</b> <kbd class="key">⌫</kbd>
        </button>
      </li>
      <li v-if="stopsAt">
        <button :class="LOOK" type="button" :title="stopsAt" @click="$emit('stop')">
          <span class="min-w-0 flex-1 truncate"><b>Stop here:</b> {{ stopsAt }}</span>
          <kbd class="key">S</kbd>
        </button>
      </li>
      <li v-if="left >= 0">
        <button :class="LOOK" type="button" :disabled="left === 0" @click="$emit('show')">
          <span class="min-w-0 flex-1"
            ><b>{{ left ? 'Show the next part' : 'All parts are shown' }}</b
            ><template v-if="left"> · {{ left }} left</template></span
          >
          <kbd class="key">N</kbd><kbd class="key">1 2 …</kbd>
        </button>
      </li>
      <li v-if="chart">
        <button :class="LOOK" type="button" :title="chart" @click="$emit('chart')">
          <span class="min-w-0 flex-1 truncate"><b>Bring up the chart:</b> {{ chart }}</span>
          <kbd class="key">C</kbd>
        </button>
      </li>
      <li v-if="away">
        <button :class="LOOK" type="button" @click="$emit('back')">
          <b class="min-w-0 flex-1">{{ away }}</b> <kbd class="key">T</kbd>
        </button>
      </li>
    </ul>
    <ul class="mt-1 flex flex-wrap gap-1">
      <li v-for="one in always" :key="one.name">
        <button :class="SMALL" type="button" :aria-label="one.name" :aria-pressed="one.on" @click="one.does">
          {{ one.short }} <kbd class="key">{{ one.key }}</kbd>
        </button>
      </li>
      <li
        class="flex min-h-[34px] items-center gap-1.5 px-2.5 text-[13px] font-semibold text-quiet"
        title="Hold the key, or drag a finger over the page"
      >
        Point: hold <kbd class="key">P</kbd>
      </li>
    </ul>
  </section>
</template>
