<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { computed, ref } from 'vue'
import type { Take } from '@/api/client'
import { useLesson } from '@/api/lesson'
import SureDialog from '@/parts/SureDialog.vue'
import { clock, ORIGINS } from '@/parts/words'
import { takeName, useTakes } from './takes'
import TakeSound from './TakeSound.vue'

/** The takes of the lesson, the newest first. */
defineProps<{
  /** Whether they can be looked at here, and which of them is. */
  looking?: string
}>()
defineEmits<{ look: [take: string] }>()
const lesson = useLesson()
const takes = computed(() => lesson.view.value.takes.filter((take) => take.state === 'kept').toReversed())
const deeds = useTakes(lesson)
const leaving = ref<Take>()

function rename(take: Take, event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name !== takeName(take)) void deeds.rename(take, name === `Take ${take.number}` ? '' : name)
}
/** How loud it was, and how quiet the room. */
const soundOf = (take: Take) =>
  `voice ${take.loudness?.toFixed(0)} LUFS${take.noise === null ? '' : `, room ${take.noise.toFixed(0)} dB`}`

async function remove() {
  const take = leaving.value
  leaving.value = undefined
  if (take) await deeds.remove(take)
}
</script>

<template>
  <section v-if="takes.length" aria-label="Takes">
    <h2 class="label">Takes</h2>
    <ul class="flex flex-col gap-2">
      <li
        v-for="take in takes"
        :key="take.id"
        class="panel px-3 py-2"
        :class="take.in_use ? 'border-moss' : ''"
        :aria-label="`Take ${take.number}`"
      >
        <div class="flex items-center gap-2">
          <input
            class="min-h-[28px] min-w-0 flex-1 rounded-small border border-transparent bg-transparent font-bold hover:border-hairline focus:border-moss"
            :value="takeName(take)"
            maxlength="80"
            :aria-label="`Name of take ${take.number}`"
            @change="rename(take, $event)"
          />
          <span v-if="take.in_use" class="text-[13px] font-semibold whitespace-nowrap text-moss">in use</span>
          <span v-else-if="take.heard" class="text-[13px] font-semibold whitespace-nowrap text-moss"
            >in part</span
          >
          <button
            class="button ml-auto min-h-[28px] px-2"
            type="button"
            :aria-label="`Delete take ${take.number}`"
            title="Delete this take"
            @click="leaving = take"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </div>
        <p class="text-[13px] text-quiet">
          {{ take.seconds ? `${clock(take.seconds)} · ` : '' }}{{ ORIGINS[take.origin] ?? take.origin
          }}<template v-if="take.has_trail && take.words"
            >, {{ take.words_read.toLocaleString('en') }} of
            {{ take.words.toLocaleString('en') }} words</template
          >
        </p>
        <p v-if="take.figures?.pace" class="text-[13px] text-quiet">{{ take.figures.pace }}</p>
        <p v-if="take.figures && take.loudness !== null" class="text-[13px] text-quiet">
          {{ [...take.figures.remarks, soundOf(take)].join(' · ') }}
        </p>
        <p v-for="one in take.advice" :key="one.fault" class="text-[13px]">
          <span class="font-semibold text-signal">{{ one.what }}</span> {{ one.do }}
        </p>
        <div v-if="take.has_trail" class="mt-1 flex gap-2">
          <button
            v-if="!take.in_use"
            class="button min-h-[28px] px-2 text-[13px]"
            type="button"
            @click="deeds.use(take)"
          >
            Use this take
          </button>
          <button
            v-if="looking && looking !== take.id"
            class="button min-h-[28px] px-2 text-[13px]"
            type="button"
            @click="$emit('look', take.id)"
          >
            Look at it
          </button>
        </div>
        <TakeSound :take="take" />
        <p v-if="take.fault" class="text-[13px] text-signal">{{ take.fault }}</p>
      </li>
    </ul>
    <SureDialog
      :open="!!leaving"
      :title="`Delete take ${leaving?.number}?`"
      deed="Delete the take"
      @close="leaving = undefined"
      @sure="remove"
    >
      {{ leaving?.seconds ? `${clock(leaving.seconds)} of recording` : 'The recording' }} will be gone for
      good.
      <template v-if="leaving?.in_use">
        The lesson is made of it: it will use an earlier take, or have none until you record again.
      </template>
    </SureDialog>
  </section>
</template>
