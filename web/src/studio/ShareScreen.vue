<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'
import { ask, client } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { useSentFilms } from './video/host'
import OnTheHost from './video/OnTheHost.vue'
import NetworkSwitch from './NetworkSwitch.vue'
import ReadThrough from './ReadThrough.vue'

const lesson = useLesson()
const onHost = useSentFilms()
const view = lesson.view
const link = computed(() => view.value.link)
const ready = computed(() => !!view.value.take_in_use)
const text = useQuery({
  queryKey: computed(() => ['text', lesson.id.value, '', view.value.revision]),
  queryFn: () =>
    ask(
      client.GET('/api/lessons/{lesson}/text', { params: { path: { lesson: lesson.id.value }, query: {} } }),
    ),
})
const warnings = computed(() => text.data.value?.before_sharing ?? [])
const withdrawing = ref(false)
const switching = ref(false)
const network = useQuery({ queryKey: ['network'], queryFn: () => ask(client.GET('/api/network')) })
const { copy, copied } = useClipboard({ legacy: true })

async function change(request: Promise<unknown>) {
  try {
    await request
    withdrawing.value = false
    await lesson.refresh()
  } catch (fault) {
    lesson.report(fault)
  }
}
async function switchTo(open: boolean) {
  switching.value = true
  await change(ask(client.PUT('/api/network', { body: { open } })))
  await network.refetch()
  switching.value = false
}
const path = () => ({ path: { lesson: lesson.id.value } })
</script>

<template>
  <Teleport defer to="#screen-actions">
    <a v-if="link" class="button button-main" :href="link.url" target="_blank" rel="noopener"
      >Open the student page</a
    >
  </Teleport>
  <ul
    v-if="warnings.length"
    class="mb-3 list-inside list-disc rounded-panel border border-ochre bg-white px-4 py-3"
    aria-label="Before you share"
  >
    <li v-for="warning in warnings" :key="warning">{{ warning }}</li>
  </ul>
  <ReadThrough v-if="ready" class="mb-3" />
  <section v-if="!ready" class="panel flex flex-1 flex-col items-center justify-center gap-2 text-center">
    <p class="text-[18px] font-bold">There is nothing to share yet.</p>
    <p class="text-quiet">Students follow a reading. Record the passage first.</p>
    <RouterLink class="button button-main mt-3" :to="{ name: 'record' }">Go to Record</RouterLink>
  </section>
  <section
    v-else-if="!link"
    class="panel flex flex-1 flex-col items-center justify-center gap-2 px-8 text-center"
  >
    <p class="text-[18px] font-bold">Open this lesson to your students</p>
    <p class="max-w-[520px] text-quiet">
      You get a link, and a QR code for the reading sheet. Nobody can guess the link, students need no
      account, and you can withdraw it at any time.
    </p>
    <button
      class="button button-main mt-3"
      type="button"
      @click="change(ask(client.POST('/api/lessons/{lesson}/link', { params: path() })))"
    >
      Make the link
    </button>
  </section>
  <section v-else class="panel flex flex-1 flex-wrap items-center justify-center gap-x-12 gap-y-4 px-12 py-4">
    <figure v-if="link.reachable" class="w-[300px] shrink-0">
      <img
        class="w-full rounded-panel border border-hairline"
        :src="`/api/lessons/${lesson.id.value}/link/qr.svg?for=${encodeURIComponent(link.url)}`"
        alt="QR code of the student link"
      />
      <figcaption class="mt-2 text-center text-[14px] text-quiet">
        Print it on the reading sheet, or show it on the board.
      </figcaption>
    </figure>
    <div class="min-w-[300px] max-w-[640px] flex-1">
      <h2 class="text-[22px] font-bold">
        {{ link.reachable ? 'The lesson is open to students' : 'The lesson is open on this computer' }}
      </h2>
      <p class="mt-1 text-quiet">
        Whoever has this link can follow along. They see the lesson as it is now, also after you change it.
      </p>
      <p
        class="mt-4 break-all rounded-panel border border-hairline bg-mist px-4 py-3 font-semibold"
        data-link
      >
        {{ link.url }}
      </p>
      <NetworkSwitch
        v-if="network.data.value?.can_be_switched"
        class="mt-4"
        :open="network.data.value.open"
        :busy="switching"
        @switch="switchTo"
      />
      <p v-else-if="!link.reachable" class="mt-3 text-[14px] text-ochre-deep">
        This address works on this computer only: it is on no network now.
      </p>
      <div class="mt-5 flex flex-wrap gap-2">
        <button
          class="button"
          :class="link.reachable ? 'button-main' : ''"
          type="button"
          @click="copy(link.url)"
        >
          {{ copied ? 'Copied' : 'Copy the link' }}
        </button>
        <button v-if="!withdrawing" class="button" type="button" @click="withdrawing = true">
          Withdraw the link
        </button>
        <template v-else>
          <span class="self-center">It stops working at once and never comes back.</span>
          <button
            class="button button-record"
            type="button"
            @click="change(ask(client.DELETE('/api/lessons/{lesson}/link', { params: path() })))"
          >
            Withdraw it
          </button>
          <button class="button" type="button" @click="withdrawing = false">No, leave it open</button>
        </template>
      </div>
    </div>
  </section>
  <section
    v-if="ready && onHost.there.value.length"
    class="panel mt-3 px-6 py-4"
    aria-label="Films on the host"
  >
    <h2 class="font-bold">Films on the video host</h2>
    <ul class="mt-2 flex flex-wrap gap-x-10 gap-y-3">
      <li v-for="one in onHost.there.value" :key="one.id" class="flex items-center gap-4">
        <img
          class="w-[104px] rounded-small border border-hairline"
          :src="`/api/sent/${one.id}/qr.svg`"
          :alt="`QR code of ${one.title}`"
        />
        <div>
          <h3 class="font-semibold">{{ one.title }}</h3>
          <OnTheHost :sent="one" :simulated="onHost.simulated.value" />
          <p class="text-[13px] text-quiet">Print its code on the reading sheet.</p>
        </div>
      </li>
    </ul>
  </section>
</template>
