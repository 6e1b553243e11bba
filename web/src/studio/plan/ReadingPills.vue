<script setup lang="ts">
import type { Command, Schemas } from '@/api/client'

/** Which reading is worked on, where there are several; another one can be added. */
const props = defineProps<{
  readings: readonly Schemas['Reading'][]
  span: Schemas['Span'] | undefined
  send: (command: Command) => Promise<boolean>
}>()
const reading = defineModel<string>({ required: true })
const NAMES = ['For the story', 'For how it is made', 'With echo', 'Once more']

async function add() {
  // The first reading gets a name of its own as soon as there is a second.
  if (!props.readings.length)
    await props.send({ kind: 'keep reading', reading: { id: '', name: NAMES[0]!, purpose: '' } })
  const name = NAMES[props.readings.length] ?? `Reading ${props.readings.length + 1}`
  await props.send({
    kind: 'keep reading',
    reading: { id: '', name, purpose: '', stretch: props.span ?? null },
  })
}
function change(one: Schemas['Reading'], part: Partial<Schemas['Reading']>) {
  void props.send({ kind: 'keep reading', reading: { ...one, ...part } })
}
const value = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <span class="ml-1 flex items-center gap-1 text-[13px]">
    <template v-if="readings.length">
      <span class="text-quiet">Working on</span>
      <button
        class="rounded-small px-1.5 py-0.5"
        :class="reading ? 'hover:bg-mist' : 'bg-lake-pale'"
        type="button"
        :aria-pressed="!reading"
        @click="reading = ''"
      >
        all readings
      </button>
      <template v-for="one in readings" :key="one.id">
        <template v-if="reading === one.id">
          <input
            class="field w-[110px] py-0.5 text-[13px]"
            :value="one.name"
            aria-label="Name of the reading"
            @change="change(one, { name: value($event) })"
          />
          <input
            class="field w-[150px] py-0.5 text-[13px]"
            :value="one.purpose"
            aria-label="What this reading is for"
            placeholder="what we read for now"
            @change="change(one, { purpose: value($event) })"
          />
        </template>
        <button
          v-else
          class="rounded-small px-1.5 py-0.5 whitespace-nowrap hover:bg-mist"
          type="button"
          @click="reading = one.id"
        >
          {{ one.name }}
        </button>
      </template>
      <button
        v-if="reading"
        class="px-1 text-quiet hover:underline"
        type="button"
        @click="(send({ kind: 'remove reading', id: reading }), (reading = ''))"
      >
        Remove
      </button>
    </template>
    <button
      class="px-1.5 font-semibold whitespace-nowrap text-lake hover:underline"
      type="button"
      @click="add"
    >
      {{ readings.length ? 'Another reading' : 'Read it twice' }}
    </button>
  </span>
</template>
