<script setup lang="ts">
import { GripVertical } from '@lucide/vue'
import { ref } from 'vue'
import type { Command, Schemas } from '@/api/client'
import { useDraft } from '@/parts/draft'
import PictureDialog from './PictureDialog.vue'

/** A picture of the passage: what it shows in words, its crop and its named parts. */
const props = defineProps<{
  block: Schemas['Block']
  /** Takes the element by which the picture is moved. */
  grip: (element: unknown) => void
  send: (command: Command) => Promise<boolean>
}>()
const open = ref(false)
const { draft, keep } = useDraft(
  () => ({ shows: props.block.text }),
  ({ shows }) => props.send({ kind: 'edit block', block: props.block.id, text: shows, emphasis: [] }),
)
function describe() {
  if (draft.value.shows.trim() !== props.block.text) void keep()
}
const cropOf = (picture: Schemas['Picture']) => {
  const { x = 0, y = 0, width = 1, height = 1 } = picture.crop
  return `${x * picture.width} ${y * picture.height} ${width * picture.width} ${height * picture.height}`
}
</script>

<template>
  <div class="group flex gap-2 py-2 pr-3" :data-block="block.id" data-kind="picture">
    <span class="flex w-[134px] shrink-0 items-start gap-1.5 pt-1 text-[13px] text-quiet">
      <button
        :ref="grip"
        class="grip cursor-grab touch-none rounded-small text-moss-half opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
        type="button"
        tabindex="-1"
        :aria-label="`Move block ${block.id}`"
      >
        <GripVertical :size="16" aria-hidden="true" />
      </button>
      Picture
    </span>
    <template v-if="block.picture">
      <svg
        class="h-[150px] max-w-[46%] rounded-small border border-hairline"
        :viewBox="cropOf(block.picture)"
        role="img"
        :aria-label="block.text || 'A picture without a description'"
      >
        <image
          :href="`/api/pictures/${block.picture.file}`"
          :width="block.picture.width"
          :height="block.picture.height"
        />
      </svg>
      <div class="min-w-0 flex-1">
        <label class="block text-[13px] font-semibold" :for="`shows-${block.id}`"
          >What does it show? For students who cannot see it</label
        >
        <textarea
          :id="`shows-${block.id}`"
          v-model="draft.shows"
          class="field mt-1 h-[64px] resize-none text-[14px]"
          :class="draft.shows.trim() ? '' : 'border-signal'"
          maxlength="600"
          placeholder="A bee turns in a circle on the comb, three others watch her."
          @change="describe"
        />
        <p v-if="!draft.shows.trim()" class="text-[13px] text-signal">This picture has no description yet.</p>
        <div class="mt-1.5 flex flex-wrap items-center gap-2 text-[13px]">
          <button class="button min-h-[30px]! text-[13px]" type="button" @click="open = true">
            Crop it, name its parts
          </button>
          <span class="text-quiet">{{
            block.picture.regions?.length ? block.picture.regions.map((region) => region.name).join(', ') : ''
          }}</span>
          <button
            class="ml-auto rounded-small px-1 text-signal underline"
            type="button"
            @click="send({ kind: 'remove block', block: block.id })"
          >
            Remove
          </button>
        </div>
      </div>
      <PictureDialog :open="open" :block="block" :send="send" @close="open = false" />
    </template>
    <p v-else class="text-quiet">
      “{{ block.text }}”: a picture was meant to stand here.
      <button
        class="rounded-small px-1 text-signal underline"
        type="button"
        @click="send({ kind: 'remove block', block: block.id })"
      >
        Remove
      </button>
    </p>
  </div>
</template>
