<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ask, client } from './api/client'
import UnlockPage from './studio/UnlockPage.vue'

const queries = useQueryClient()
const settings = useQuery({
  queryKey: ['settings'],
  queryFn: () => ask(client.GET('/api/settings')),
  retry: 2,
})
</script>

<template>
  <UnlockPage v-if="settings.data.value?.locked" @opened="queries.invalidateQueries()" />
  <RouterView v-else-if="settings.data.value" />
</template>
