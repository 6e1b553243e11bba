<script setup lang="ts">
import { Switch, SwitchDescription, SwitchGroup, SwitchLabel } from '@headlessui/vue'

/** Whether others on the same network may open student pages. */
defineProps<{ open: boolean; busy: boolean }>()
const emit = defineEmits<{ switch: [open: boolean] }>()
</script>

<template>
  <SwitchGroup as="div" class="flex items-start gap-3">
    <Switch
      class="relative mt-[2px] h-[28px] w-[50px] shrink-0 rounded-full border-2"
      :class="open ? 'border-moss bg-moss' : 'border-quiet bg-white'"
      :model-value="open"
      :disabled="busy"
      @update:model-value="emit('switch', $event)"
    >
      <span
        class="absolute top-[3px] h-[18px] w-[18px] rounded-full transition-[left] motion-reduce:transition-none"
        :class="open ? 'left-[25px] bg-white' : 'left-[3px] bg-quiet'"
        aria-hidden="true"
      />
    </Switch>
    <span>
      <SwitchLabel class="block cursor-pointer font-semibold">Let this network open it</SwitchLabel>
      <SwitchDescription class="block text-[14px] text-quiet">
        Devices on the same network as this computer can then open student pages, while Word Trail runs here.
        Your side stays on this computer.
      </SwitchDescription>
    </span>
  </SwitchGroup>
</template>
