<script setup lang="ts">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { ChevronsUpDown } from '@lucide/vue'
import { computed } from 'vue'

/** Which of the microphones or cameras is used. */
const props = defineProps<{
  label: string
  devices: readonly { id: string; name: string }[]
  chosen: string
  busy: boolean
  /** What it is called where none is named. */
  usual: string
}>()
defineEmits<{ use: [id: string] }>()

const name = computed(() => props.devices.find((one) => one.id === props.chosen)?.name ?? props.usual)
const offered = computed(() => (props.devices.length ? props.devices : [{ id: '', name: props.usual }]))
</script>

<template>
  <Listbox
    :model-value="chosen"
    :disabled="busy"
    as="div"
    class="relative"
    @update:model-value="$emit('use', $event)"
  >
    <ListboxLabel class="label">{{ label }}</ListboxLabel>
    <ListboxButton class="field flex items-center gap-2 text-left">
      <slot /><span class="min-w-0 flex-1 truncate">{{ name }}</span
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
</template>
