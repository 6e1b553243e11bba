<script setup lang="ts">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { ChevronsUpDown, Mic } from '@lucide/vue'
import { computed } from 'vue'
import LevelMeter from '@/parts/LevelMeter.vue'

/** Which microphone is used, and how loud it is. */
const props = defineProps<{
  microphones: readonly { id: string; name: string }[]
  chosen: string
  /** Whether it is listened to now. */
  open: boolean
  busy: boolean
  level: number
  clipped: boolean
}>()
defineEmits<{ use: [id: string] }>()

const USUAL = 'The usual microphone'
const name = computed(() => props.microphones.find((one) => one.id === props.chosen)?.name ?? USUAL)
const offered = computed(() => (props.microphones.length ? props.microphones : [{ id: '', name: USUAL }]))
</script>

<template>
  <section>
    <Listbox
      :model-value="chosen"
      :disabled="busy"
      as="div"
      class="relative"
      @update:model-value="$emit('use', $event)"
    >
      <ListboxLabel class="label">Microphone</ListboxLabel>
      <ListboxButton class="field flex items-center gap-2 text-left">
        <Mic :size="16" aria-hidden="true" /><span class="min-w-0 flex-1 truncate">{{ name }}</span
        ><ChevronsUpDown :size="16" aria-hidden="true" />
      </ListboxButton>
      <ListboxOptions class="panel absolute z-10 mt-1 w-full py-1">
        <ListboxOption
          v-for="one in offered"
          :key="one.id"
          v-slot="{ active, selected }"
          :value="one.id"
          as="template"
        >
          <li
            class="cursor-pointer px-3 py-2"
            :class="[active ? 'bg-mist' : '', selected ? 'font-semibold' : '']"
          >
            {{ one.name }}
          </li>
        </ListboxOption>
      </ListboxOptions>
    </Listbox>
    <div class="mt-2 flex items-center gap-3">
      <LevelMeter :level="level" :clipped="clipped" />
      <span v-if="open" class="text-[13px] text-quiet">{{
        clipped ? 'too loud' : level > 0.35 ? 'good' : 'say something'
      }}</span>
      <button
        v-else-if="!busy"
        class="button min-h-[30px] px-2 text-[13px]"
        type="button"
        @click="$emit('use', chosen)"
      >
        Try it
      </button>
    </div>
  </section>
</template>
