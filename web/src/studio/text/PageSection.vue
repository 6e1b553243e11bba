<script setup lang="ts">
import type { Command, Schemas } from '@/api/client'
import BlockEditor from './BlockEditor.vue'
import PageHead from './PageHead.vue'
import PictureBlock from './PictureBlock.vue'

/** One page of the passage: its head and its blocks, which can be dragged before one another. */
defineProps<{
  page: Schemas['Page']
  number: number
  chosen: string
  over: string
  /** Words of this page with a glossary entry, and entries with the place of their word, by block. */
  links: ReadonlyMap<string, readonly { to: string; text: string }[]>
  send: (command: Command) => Promise<boolean>
}>()
defineEmits<{
  choose: [id: string]
  near: [id: string, way: -1 | 1]
  drag: [id: string]
  over: [id: string]
  drop: [before: string]
  go: [block: string]
  move: [event: KeyboardEvent, id: string]
}>()
</script>

<template>
  <section :aria-label="`Page ${number}`">
    <PageHead :page="page" :number="number" :send="send" />
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- what the pointer does here can be done by keys -->
    <div
      v-for="block in page.blocks"
      :key="block.id"
      v-memo="[block, chosen === block.id, over === block.id, links.get(block.id)]"
      :class="over === block.id ? 'border-t-[3px] border-moss' : ''"
      @dragover.prevent="$emit('over', block.id)"
      @drop.prevent="$emit('drop', block.id)"
      @keydown.alt.up="$emit('move', $event, block.id)"
      @keydown.alt.down="$emit('move', $event, block.id)"
    >
      <PictureBlock v-if="block.kind === 'picture'" :block="block" :send="send" />
      <BlockEditor
        v-else
        :block="block"
        :chosen="chosen === block.id"
        :send="send"
        @choose="$emit('choose', block.id)"
        @near="$emit('near', block.id, $event)"
        @drag="$emit('drag', $event)"
        @move="$emit('move', $event, block.id)"
      />
      <p v-if="links.get(block.id)" class="flex flex-wrap gap-3 pb-1 pl-[158px] text-[13px]">
        <button
          v-for="link in links.get(block.id)"
          :key="link.text"
          class="rounded-small text-lake underline decoration-dotted"
          type="button"
          @click="$emit('go', link.to)"
        >
          {{ link.text }}
        </button>
      </p>
    </div>
  </section>
</template>
