<script setup lang="ts">
import SwitchRow from '@/parts/SwitchRow.vue'

/** Whether others on the same network may open student pages. */
defineProps<{ open: boolean; busy: boolean }>()
defineEmits<{ switch: [open: boolean] }>()
</script>

<template>
  <SwitchRow
    label="Let this network open it"
    :model-value="open"
    :busy="busy"
    @update:model-value="$emit('switch', $event)"
  >
    Devices on the same network as this computer can then open student pages, while Word Trail runs here. Your
    side stays on this computer.
  </SwitchRow>
</template>
