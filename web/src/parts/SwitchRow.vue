<script setup lang="ts">
import { Switch, SwitchDescription, SwitchGroup, SwitchLabel } from '@headlessui/vue'

/** Something that is on or off, with its name and what it does. */
defineProps<{ label: string; busy?: boolean; small?: boolean }>()
const on = defineModel<boolean>({ required: true })
</script>

<template>
  <SwitchGroup as="div" class="flex items-start" :class="small ? 'gap-2' : 'gap-3'">
    <Switch
      v-model="on"
      class="relative shrink-0 rounded-full border-2"
      :class="[
        on ? 'border-moss bg-moss' : 'border-quiet bg-white',
        small ? 'h-[24px] w-[42px]' : 'mt-[2px] h-[28px] w-[50px]',
      ]"
      :disabled="busy"
    >
      <span
        class="absolute top-[3px] rounded-full transition-[left] motion-reduce:transition-none"
        :class="[
          on ? 'bg-white' : 'bg-quiet',
          small ? 'h-[14px] w-[14px]' : 'h-[18px] w-[18px]',
          on ? (small ? 'left-[21px]' : 'left-[25px]') : 'left-[3px]',
        ]"
        aria-hidden="true"
      />
    </Switch>
    <span>
      <SwitchLabel class="block cursor-pointer" :class="small ? 'text-[14px] leading-6' : 'font-semibold'">{{
        label
      }}</SwitchLabel>
      <SwitchDescription
        v-if="$slots.default"
        class="block text-quiet"
        :class="small ? 'text-[13px]' : 'text-[14px]'"
        ><slot
      /></SwitchDescription>
    </span>
  </SwitchGroup>
</template>
