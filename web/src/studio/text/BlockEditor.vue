<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { GripVertical } from '@lucide/vue'
import { computed, ref } from 'vue'
import { blockKindOf, useCatalogue } from '@/api/catalogue'
import type { Command } from '@/api/client'
import { actOf, actsFor, kindsFor } from './blockActs'
import type { Block } from './blockText'
import BlockText from './BlockText.vue'

/** One block of the passage: its kind, its number, and its text to be edited where it stands. */
const props = defineProps<{
  block: Block
  chosen: boolean
  /** Takes the element by which the block is moved. */
  grip: (element: unknown) => void
  send: (command: Command) => Promise<boolean>
}>()
const emit = defineEmits<{
  choose: []
  near: [way: -1 | 1]
  move: [event: KeyboardEvent]
}>()

const kinds = useCatalogue().block_kinds
const name = computed(() => blockKindOf(kinds, props.block.kind).name)
const kind = ref<InstanceType<typeof MenuButton>>()
const text = ref<InstanceType<typeof BlockText>>()
const toKind = () => (kind.value?.$el as HTMLElement | undefined)?.focus()

/** Keys of a chosen block, while nothing is being typed in it. */
async function key(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey) return
  if (event.altKey) {
    // The kind's menu opens on arrows: with Alt they move the block instead.
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') emit('move', event)
    return
  }
  const ways: Record<string, () => unknown> = {
    ArrowUp: () => emit('near', -1),
    ArrowDown: () => emit('near', 1),
    Enter: () => text.value?.focus(),
  }
  const act = actOf(props.block, kinds, event.key)
  const does = ways[event.key] ?? (act ? () => props.send(act.command) : undefined)
  if (!does) return
  event.preventDefault()
  event.stopPropagation()
  await does()
}
</script>

<template>
  <div
    class="block-row group relative flex gap-2 rounded-small py-1 pr-3"
    :class="chosen ? 'bg-lake-pale/50' : ''"
    :data-block="block.id"
    :data-kind="block.kind"
  >
    <div class="w-[134px] shrink-0 pt-1">
      <Menu as="div" class="relative flex items-center">
        <button
          :ref="grip"
          class="grip cursor-grab touch-none rounded-small text-moss-half opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          type="button"
          tabindex="-1"
          :aria-label="`Move block ${block.id}`"
        >
          <GripVertical :size="16" aria-hidden="true" />
        </button>
        <MenuButton
          ref="kind"
          class="kind min-h-[26px] min-w-0 flex-1 truncate rounded-small px-1.5 text-left text-[13px] text-quiet hover:bg-mist"
          :class="chosen ? 'font-semibold text-lake' : ''"
          :aria-label="`${name}, block ${block.id}: change its kind`"
          @focus="emit('choose')"
          @keydown="key"
        >
          {{ name }}
        </MenuButton>
        <span v-if="block.number" class="w-7 shrink-0 text-right text-[13px] text-quiet">{{
          block.number
        }}</span>
        <MenuItems
          class="panel absolute left-4 top-full z-10 mt-1 w-[230px] p-1 focus:outline-none"
          aria-label="Kind of this block"
        >
          <template v-for="(acts, n) in [kindsFor(block, kinds), actsFor(block, kinds)]" :key="n">
            <div v-if="n" class="my-1 border-t border-hairline" />
            <MenuItem v-for="act in acts" :key="act.key" v-slot="{ active }">
              <button
                type="button"
                class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left"
                :class="[
                  active ? 'bg-mist' : '',
                  act.is ? 'font-semibold text-moss' : '',
                  act.takesAway ? 'text-signal' : '',
                ]"
                @click="send(act.command)"
              >
                <span class="flex-1">{{ act.name }}</span><kbd class="key">{{ act.shown }}</kbd>
              </button>
            </MenuItem>
          </template>
        </MenuItems>
      </Menu>
    </div>
    <BlockText
      ref="text"
      :block="block"
      :send="send"
      @choose="emit('choose')"
      @near="emit('near', $event)"
      @leave="toKind"
    />
  </div>
</template>

<style scoped>
.block-row {
  content-visibility: auto;
  contain-intrinsic-size: auto 60px;
}
.block-row:focus-within,
.block-row:hover {
  content-visibility: visible;
}
</style>
