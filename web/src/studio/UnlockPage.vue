<script setup lang="ts">
import BrandMark from '@/parts/BrandMark.vue'
import SignIn from '@/parts/SignIn.vue'

defineEmits<{ opened: [] }>()
</script>

<template>
  <main class="flex min-h-screen items-center justify-center p-6">
    <div class="panel w-full max-w-md p-8">
      <BrandMark />
      <h1 class="mt-6 text-[22px] font-bold">This is the teacher’s side</h1>
      <p class="mt-1 mb-6 text-quiet">The passphrase was printed where Word Trail was started.</p>
      <SignIn deed="Come in" @opened="$emit('opened')" />
    </div>
  </main>
</template>
