<script setup lang="ts">
/** What comes next on the stage, each with its key. */
defineProps<{
  stopsAt: string
  /** How many parts of the question or chart are still to be shown; −1 where there is none. */
  left: number
  /** How what was brought up is put away; empty where there is nothing. */
  away: string
  /** The chart that can be brought up; empty where there is none, or it is there. */
  chart: string
}>()
defineEmits<{ stop: []; show: []; chart: []; back: [] }>()
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
          <b class="min-w-0 flex-1">{{ away }}</b> <kbd class="key">T</kbd>
        </button>
      </li>
    </ul>
  </section>
</template>
