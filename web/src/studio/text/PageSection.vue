<script setup lang="ts">
import { blockKindOf, useCatalogue } from '@/api/catalogue'
import type { Command, Schemas } from '@/api/client'
import BlockEditor from './BlockEditor.vue'
import MovableRow from './MovableRow.vue'
import PageHead from './PageHead.vue'
import PictureBlock from './PictureBlock.vue'

/** One page of the passage: its head and its blocks, which can be moved, also to other pages. `first` says how many
 * blocks of the passage come before it. */
defineProps<{
  page: Schemas['Page']
  number: number
  first: number
  /** How many blocks of the passage are shown by now. */
  upTo: number
  chosen: string
  /** Words of this page with a glossary entry, and entries with the place of their word, by block. */
  links: ReadonlyMap<string, readonly { to: string; text: string }[]>
  send: (command: Command) => Promise<boolean>
}>()
defineEmits<{
  choose: [id: string]
  near: [id: string, way: -1 | 1]
  go: [block: string]
  move: [event: KeyboardEvent, id: string]
}>()
const kinds = useCatalogue().block_kinds
</script>

<template>
  <section :aria-label="`Page ${number}`">
    <PageHead :page="page" :number="number" :send="send" />
    <MovableRow
      v-for="(block, n) in page.blocks.slice(0, Math.max(0, upTo - first))"
      :id="block.id"
      :key="block.id"
      v-slot="{ grip }"
      v-memo="[block, first + n, chosen === block.id, links.get(block.id)]"
      :index="first + n"
      :name="`${blockKindOf(kinds, block.kind).name} “${block.text.slice(0, 30)}”`"
      @keydown.alt.up="$emit('move', $event, block.id)"
      @keydown.alt.down="$emit('move', $event, block.id)"
    >
      <PictureBlock v-if="block.kind === 'picture'" :block="block" :grip="grip" :send="send" />
      <BlockEditor
        v-else
        :block="block"
        :chosen="chosen === block.id"
        :grip="grip"
        :send="send"
        @choose="$emit('choose', block.id)"
        @near="$emit('near', block.id, $event)"
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
    </MovableRow>
  </section>
</template>
