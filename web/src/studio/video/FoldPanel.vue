<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronRight } from '@lucide/vue'

/** Settings that are folded away, with what is chosen there in a few words. */
defineProps<{ title: string; summary: string; wants?: boolean }>()
</script>

<template>
  <Disclosure v-slot="{ open }" as="section" class="rounded-panel border border-hairline bg-white p-3">
    <DisclosureButton class="flex min-h-[24px] w-full items-center gap-1 text-left">
      <ChevronRight
        :size="18"
        class="transition-transform motion-reduce:transition-none"
        :class="open ? 'rotate-90' : ''"
        aria-hidden="true"
      />
      <span class="font-semibold">{{ title }}</span>
      <span class="ml-auto text-[13px]" :class="wants ? 'font-semibold text-ochre-deep' : 'text-quiet'">{{
        summary
      }}</span>
    </DisclosureButton>
    <DisclosurePanel class="mt-2 flex flex-col gap-2"><slot /></DisclosurePanel>
  </Disclosure>
</template>
