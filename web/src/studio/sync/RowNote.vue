<script setup lang="ts">
/** A row that is no line of the text: talk, a pause point, words that were not read. */
defineProps<{
  kind: 'talk' | 'pause' | 'missing' | 'offer' | 'unheard' | 'cut offer' | 'made'
  text: string
  note: string
  /** What can be done about it. */
  deed?: string
  /** What else. */
  other?: string
}>()
defineEmits<{ hear: []; take: []; other: [] }>()

const LOOK = {
  pause: 'border-lake text-lake',
  talk: 'border-moss-half text-quiet',
  missing: 'border-signal text-signal',
  offer: 'border-ochre text-ochre-deep',
  unheard: 'border-plum text-plum',
  'cut offer': 'border-ochre text-ochre-deep',
  made: 'border-lake text-lake',
}
</script>

<template>
  <div
    class="my-2 ml-[52px] flex items-center gap-2 rounded-panel border border-dashed px-3 py-1 text-[13px]"
    :class="LOOK[kind]"
  >
    <span class="min-w-0 truncate font-semibold">{{ text }}</span>
    <span class="ml-auto whitespace-nowrap">{{ note }}</span>
    <button
      v-if="kind !== 'pause' && kind !== 'missing'"
      class="min-h-[24px] font-semibold whitespace-nowrap underline-offset-2 hover:underline"
      type="button"
      @click="$emit('hear')"
    >
      Hear it
    </button>
    <button v-if="deed" class="button min-h-[28px] px-2 text-[13px]" type="button" @click="$emit('take')">
      {{ deed }}
    </button>
    <button v-if="other" class="button min-h-[28px] px-2 text-[13px]" type="button" @click="$emit('other')">
      {{ other }}
    </button>
  </div>
</template>
