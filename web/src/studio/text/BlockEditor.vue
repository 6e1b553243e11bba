<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { GripVertical } from '@lucide/vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Command } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { cursorIn, editedOf, htmlOf, type Block } from './blockText'
import { KINDS, NAMES } from './kinds'
import { usePassageFace } from './passageFace'

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

const KEPT_AFTER = 1200
const face = usePassageFace()
const text = ref<HTMLElement>()
const dirty = ref(false)
useLesson().unkeptWhile(() => dirty.value)
let timer = 0

watch(
  [() => props.block.text, () => props.block.emphasis, text],
  () => {
    // What is being typed is newer than what was kept.
    if (!text.value || dirty.value) return
    const kept = htmlOf(props.block.text, props.block.emphasis)
    const shown = editedOf(text.value)
    const same =
      shown.text === props.block.text &&
      JSON.stringify(shown.emphasis) === JSON.stringify(props.block.emphasis)
    if (!same) text.value.innerHTML = kept
  },
  { immediate: true },
)
onBeforeUnmount(() => void keep())

async function keep(): Promise<boolean> {
  window.clearTimeout(timer)
  if (!dirty.value || !text.value) return true
  const edited = editedOf(text.value)
  dirty.value = false
  const same =
    edited.text === props.block.text &&
    JSON.stringify(edited.emphasis) === JSON.stringify(props.block.emphasis)
  if (same) return true
  const command: Command = edited.text
    ? { kind: 'edit block', block: props.block.id, ...edited }
    : { kind: 'remove block', block: props.block.id }
  const kept = await props.send(command)
  // More may have been typed while it was on its way.
  if (!kept) dirty.value = true
  return kept
}

function typed() {
  dirty.value = true
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void keep(), KEPT_AFTER)
}

async function enter(event: KeyboardEvent) {
  if (event.isComposing || !text.value) return
  event.preventDefault()
  if (props.block.kind === 'stanza' && !event.ctrlKey) {
    document.execCommand('insertLineBreak')
    return
  }
  const at = cursorIn(text.value)
  if (!(await keep()) || at === undefined) return
  const whole = props.block.text
  if (at >= whole.length) await props.send({ kind: 'add block', after: props.block.id, to: null, text: '…' })
  else if (at > 0) await props.send({ kind: 'split block', block: props.block.id, at })
  emit('near', 1)
}

async function backspace(event: KeyboardEvent) {
  const selection = window.getSelection()
  if (!text.value || !selection?.isCollapsed || cursorIn(text.value) !== 0) return
  event.preventDefault()
  if (await keep()) await props.send({ kind: 'merge block', block: props.block.id })
}

function paste(event: ClipboardEvent) {
  event.preventDefault()
  const plain = event.clipboardData?.getData('text/plain') ?? ''
  document.execCommand(
    'insertText',
    false,
    props.block.kind === 'stanza' ? plain : plain.replace(/\s+/g, ' '),
  )
}

/** Keys of a chosen block, while nothing is being typed in it. */
async function key(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey) return
  if (event.altKey) {
    // The kind's menu opens on arrows: with Alt they move the block instead.
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') emit('move', event)
    return
  }
  const id = props.block.id
  const kind = KINDS.find((one) => one.key.toLowerCase() === event.key.toLowerCase())?.kind
  const acts: Record<string, () => unknown> = {
    ArrowUp: () => emit('near', -1),
    ArrowDown: () => emit('near', 1),
    Enter: () => text.value?.focus(),
    Delete: () => props.send({ kind: 'remove block', block: id }),
    m: () => props.send({ kind: 'merge block', block: id }),
    '-': () => props.send({ kind: 'break page', block: id }),
    n: () => props.send({ kind: 'number block', block: id, numbered: !props.block.numbered }),
  }
  const act =
    acts[event.key] ?? (kind ? () => props.send({ kind: 'set block kind', block: id, to: kind }) : undefined)
  if (!act) return
  event.preventDefault()
  event.stopPropagation()
  await act()
}

const style = computed(() => ({ fontFamily: `'${face.value}'` }))
const numbered = computed(() => ['paragraph', 'stanza'].includes(props.block.kind))
defineExpose({ element: text, focus: () => text.value?.focus() })
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
          class="kind min-h-[26px] min-w-0 flex-1 truncate rounded-small px-1.5 text-left text-[13px] text-quiet hover:bg-mist"
          :class="chosen ? 'font-semibold text-lake' : ''"
          :aria-label="`${NAMES.get(block.kind)}, block ${block.id}: change its kind`"
          @focus="emit('choose')"
          @keydown="key"
        >
          {{ NAMES.get(block.kind) }}
        </MenuButton>
        <span v-if="block.number" class="w-7 shrink-0 text-right text-[13px] text-quiet">{{
          block.number
        }}</span>
        <MenuItems
          class="sheet absolute left-4 top-full z-10 mt-1 w-[230px] p-1 focus:outline-none"
          aria-label="Kind of this block"
        >
          <MenuItem v-for="one in KINDS" :key="one.kind" v-slot="{ active }">
            <button
              type="button"
              class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left"
              :class="[active ? 'bg-mist' : '', one.kind === block.kind ? 'font-semibold text-moss' : '']"
              @click="send({ kind: 'set block kind', block: block.id, to: one.kind })"
            >
              <span class="flex-1">{{ one.name }}</span><kbd class="key">{{ one.key }}</kbd>
            </button>
          </MenuItem>
          <div class="my-1 border-t border-hairline" />
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left"
              :class="active ? 'bg-mist' : ''"
              @click="send({ kind: 'break page', block: block.id })"
            >
              <span class="flex-1">Begin a new page here</span><kbd class="key">-</kbd>
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left"
              :class="active ? 'bg-mist' : ''"
              @click="send({ kind: 'merge block', block: block.id })"
            >
              <span class="flex-1">Join with the block before</span><kbd class="key">M</kbd>
            </button>
          </MenuItem>
          <MenuItem v-if="numbered" v-slot="{ active }">
            <button
              type="button"
              class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left"
              :class="active ? 'bg-mist' : ''"
              @click="send({ kind: 'number block', block: block.id, numbered: !(block.numbered ?? true) })"
            >
              <span class="flex-1">{{
                (block.numbered ?? true) ? 'Leave it unnumbered' : 'Number it'
              }}</span><kbd class="key">N</kbd>
            </button>
          </MenuItem>
          <MenuItem v-slot="{ active }">
            <button
              type="button"
              class="flex w-full items-center gap-2 rounded-small px-3 py-1.5 text-left text-signal"
              :class="active ? 'bg-mist' : ''"
              @click="send({ kind: 'remove block', block: block.id })"
            >
              <span class="flex-1">Remove this block</span><kbd class="key">Del</kbd>
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
    </div>
    <div
      ref="text"
      class="words min-w-0 flex-1 whitespace-pre-wrap rounded-small px-2 py-0.5 focus:outline-none"
      :style="style"
      contenteditable="true"
      tabindex="0"
      role="textbox"
      :aria-multiline="block.kind === 'stanza'"
      :aria-label="`${NAMES.get(block.kind)}: ${block.text.slice(0, 40)}`"
      spellcheck="true"
      @input="typed"
      @blur="keep()"
      @focus="emit('choose')"
      @paste="paste"
      @keydown.enter.exact="enter"
      @keydown.enter.ctrl="enter"
      @keydown.backspace="backspace"
      @keydown.escape="
        ($event.target as HTMLElement).parentElement?.querySelector<HTMLElement>('.kind')?.focus()
      "
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
.words {
  font-size: 18px;
  line-height: 1.55;
}
.words:hover {
  background: #fafcfb;
}
.words:focus {
  background: var(--color-white);
  box-shadow: 0 0 0 2px var(--color-lake);
}
[data-kind='heading'] .words {
  font-size: 24px;
  font-weight: 700;
  line-height: 1.3;
}
[data-kind='subheading'] .words {
  font-size: 20px;
  font-weight: 700;
}
[data-kind='caption'] .words,
[data-kind='footnote'] .words {
  font-size: 15px;
  color: var(--color-quiet);
}
[data-kind='fact box'] .words {
  background: var(--color-mist);
  padding: 8px 12px;
}
[data-kind='list item'] .words::before {
  content: '• ';
}
[data-kind='stanza'] .words {
  padding-left: 28px;
}
</style>
