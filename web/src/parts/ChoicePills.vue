<script setup lang="ts" generic="Value extends string | boolean">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'

/** One of a few: all of them seen at once, the chosen one filled. */
defineProps<{
  label: string
  choices: readonly { value: Value; name: string }[]
  small?: boolean
  stacked?: boolean
}>()
const chosen = defineModel<Value>({ required: true })
</script>

<template>
  <RadioGroup v-model="chosen" :class="small && !stacked ? 'flex items-center gap-1' : ''">
    <RadioGroupLabel v-if="label" :class="stacked ? 'mb-1 block text-quiet' : small ? 'mr-1' : 'label'">{{
      label
    }}</RadioGroupLabel>
    <div class="flex flex-wrap" :class="small ? 'gap-1' : 'gap-2'">
      <RadioGroupOption
        v-for="one in choices"
        :key="one.name"
        v-slot="{ checked }"
        :value="one.value"
        class="cursor-pointer"
        :class="small ? 'rounded-small' : 'rounded-panel'"
      >
        <span
          class="block border"
          :class="[
            checked ? 'border-moss bg-moss text-white' : 'border-hairline bg-white',
            small ? 'rounded-small px-2 py-0.5' : 'rounded-panel px-3 py-1.5',
          ]"
          >{{ one.name }}</span
        >
      </RadioGroupOption>
    </div>
  </RadioGroup>
</template>
