<script setup lang="ts">
/** What stands where a reading would, while there is none to look at. */
defineProps<{
  /** Whether the words of one are being found. */
  finding: boolean
  /** Whether something else on the screen says why there is none. */
  quiet: boolean
}>()
</script>

<template>
  <section class="panel flex flex-1 flex-col items-center justify-center gap-2 text-center">
    <template v-if="finding">
      <p class="text-[18px] font-bold">Every word of your reading is being found.</p>
      <p class="max-w-[480px] text-quiet">
        It takes about a tenth of the time you read. Then each line stands here with its sound under it, and
        you can listen, look and mend.
      </p>
    </template>
    <template v-else-if="!quiet">
      <p class="text-[18px] font-bold">There is no reading to look at yet.</p>
      <p class="text-quiet">
        Record the passage, or hand in a sound file. Then every word’s moment is found here.
      </p>
      <RouterLink class="button button-main mt-3" :to="{ name: 'record' }">Go to Record</RouterLink>
    </template>
  </section>
</template>
