<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'
import FoldPanel from './FoldPanel.vue'

/** What the films end with: what to do now, where to hand it in, the code of the student page. */
type EndCard = Schemas['EndCard']
const props = defineProps<{ end: EndCard | null }>()
const emit = defineEmits<{ choose: [end: EndCard | 'nothing'] }>()
/** Characters of each text. */
const LONGEST = 160

const lesson = useLesson()
const link = computed(() => lesson.view.value.link)
const stale = computed(() => !!props.end?.link && props.end.link !== link.value?.url)
const summary = computed(() => {
  if (!props.end) return 'none'
  const parts = [
    props.end.to_do ? 'what to do' : '',
    props.end.hand_in ? 'hand in' : '',
    props.end.link ? 'a code' : '',
  ].filter(Boolean)
  return parts.join(', ') || 'empty'
})

function put(on: boolean) {
  const { task } = lesson.view.value.lesson.plan.closing
  const told = task.slice(0, LONGEST) || 'Read it to somebody at home.'
  emit('choose', on ? { to_do: told, hand_in: '', link: link.value?.url ?? '' } : 'nothing')
}
const change = (more: Partial<EndCard>) => props.end && emit('choose', { ...props.end, ...more })
const textOf = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <FoldPanel title="End card" :summary="stale ? 'its code is old' : summary" :wants="stale">
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        class="size-4"
        :checked="!!end"
        @change="put(($event.target as HTMLInputElement).checked)"
      />
      Every film ends with a card
    </label>
    <template v-if="end">
      <label class="block"
        >What to do now
        <textarea
          class="field mt-1 py-1.5"
          rows="2"
          :maxlength="LONGEST"
          :value="end.to_do"
          placeholder="What students do when they have seen it"
          @change="change({ to_do: textOf($event) })"
        />
      </label>
      <label class="block"
        >Where to hand it in
        <input
          class="field mt-1 py-1.5"
          :maxlength="LONGEST"
          :value="end.hand_in"
          placeholder="Your blue folder, by Friday."
          @change="change({ hand_in: textOf($event) })"
        />
      </label>
      <label v-if="link" class="flex items-center gap-2">
        <input
          type="checkbox"
          class="size-4"
          :checked="!!end.link && !stale"
          @change="change({ link: ($event.target as HTMLInputElement).checked ? link.url : '' })"
        />
        The student page as a code
      </label>
      <p v-if="stale" class="text-[13px] text-ochre-deep">
        The code leads to a page that is closed or has moved.
        <button class="min-h-[24px] underline" type="button" @click="change({ link: link?.url ?? '' })">
          {{ link ? 'Take the page of today' : 'Take it off' }}
        </button>
      </p>
      <p v-if="end.link && !stale && link && !link.reachable" class="text-[13px] text-ochre-deep">
        This code works on this computer only.
        <RouterLink class="underline" :to="{ name: 'share' }">Let your network open the page</RouterLink>
        first.
      </p>
      <p v-if="!link" class="text-[13px] text-quiet">
        For a code,
        <RouterLink class="text-lake underline" :to="{ name: 'share' }">make the student link</RouterLink>
        first.
      </p>
    </template>
  </FoldPanel>
</template>
