<script setup lang="ts">
/** The words of a mark that has some: kept when the field is left. */
defineProps<{ label: string }>()
const text = defineModel<string>({ required: true })
const write = (event: Event) => (text.value = (event.target as HTMLInputElement).value)
</script>

<template>
  <input class="field" :aria-label="label" :placeholder="label" :value="text" @change="write" />
</template>
