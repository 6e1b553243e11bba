<script setup lang="ts">
/** What can be done on the stage just now, each with its key. */
defineProps<{
  stopsAt: string
  /** How many parts of the question or chart are still to be shown; −1 where there is none. */
  left: number
  away: boolean
  canUndo: boolean
  /** The chart that can be brought up; empty where there is none, or it is there. */
  chart: string
  /** The stage is close to something; there is something to come closer to. */
  close: boolean
  canCome: boolean
  /** Whether the light waits; nothing where no light leads. */
  waits?: boolean
}>()
defineEmits<{ stop: []; show: []; chart: []; back: []; undo: []; closer: []; wait: [] }>()
const LOOK =
  'flex min-h-[40px] w-full items-center gap-2 rounded-panel border border-hairline bg-white px-3 text-left text-[14px] hover:border-moss disabled:opacity-60'
</script>

<template>
  <section aria-label="On the stage">
    <ul class="flex flex-col gap-1">
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
          <b class="min-w-0 flex-1">Back to the text</b> <kbd class="key">T</kbd>
        </button>
      </li>
      <li v-if="close || canCome">
        <button :class="LOOK" type="button" @click="$emit('closer')">
          <b class="min-w-0 flex-1">{{ close ? 'The whole page again' : 'Come closer' }}</b>
          <kbd class="key">Z</kbd>
        </button>
      </li>
      <li class="flex min-h-[28px] items-center gap-2 px-3 text-[14px] text-quiet">
        <span class="min-w-0 flex-1">Point: hold the key, or drag a finger</span> <kbd class="key">P</kbd>
      </li>
      <li v-if="waits !== undefined">
        <button :class="LOOK" type="button" :aria-pressed="waits" @click="$emit('wait')">
          <b class="min-w-0 flex-1">{{ waits ? 'Let the light go on' : 'The light waits while I talk' }}</b>
          <kbd class="key">H</kbd>
        </button>
      </li>
      <li v-if="canUndo">
        <button :class="LOOK" type="button" @click="$emit('undo')">
          <span class="min-w-0 flex-1 text-quiet">Undo the last step</span> <kbd class="key">U</kbd>
        </button>
      </li>
    </ul>
  </section>
</template>
