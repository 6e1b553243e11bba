<script setup lang="ts">
import type { Editor } from '@tiptap/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import { blockKindOf, useCatalogue } from '@/api/catalogue'
import type { Command } from '@/api/client'
import { useLesson } from '@/api/lesson'
import { cursorIn, editorOf } from './blockEditing'
import { documentOf, editedOf, runsOf, type Block } from './blockText'
import { usePassageFace } from './passageFace'

/** The text of a block, to be edited where it stands. Only where the teacher points or types there is an editor: a
 * passage may have hundreds of blocks. */
const props = defineProps<{ block: Block; send: (command: Command) => Promise<boolean> }>()
const emit = defineEmits<{
  choose: []
  near: [way: -1 | 1]
  leave: []
}>()

const KEPT_AFTER = 1200
const face = usePassageFace()
const place = ref<HTMLElement>()
const editor = shallowRef<Editor>()
const dirty = ref(false)
useLesson().unkeptWhile(() => dirty.value)
let pointed = false
/** Changes of this text that are on their way. */
let sending = 0
let timer = 0

const kinds = useCatalogue().block_kinds
const kind = computed(() => blockKindOf(kinds, props.block.kind))
const hasLines = computed(() => kind.value.has_lines)
const attributes = computed(() => ({
  class: 'words',
  role: 'textbox',
  tabindex: '0',
  spellcheck: 'true' as const,
  'aria-multiline': hasLines.value ? ('true' as const) : ('false' as const),
  'aria-label': `${kind.value.name}: ${props.block.text.slice(0, 40)}`,
}))
const runs = computed(() => runsOf(props.block.text, props.block.emphasis))

function edit() {
  if (editor.value || !place.value) return
  editor.value = editorOf(place.value, props.block, {
    attributes: () => attributes.value,
    hasLines: () => hasLines.value,
    onKey: keyed,
    onUpdate: typed,
    onFocus: () => emit('choose'),
    onBlur: () => void keep().then(rest),
  })
}
function focus() {
  edit()
  editor.value?.view.focus()
}
/** Without pointer, cursor or anything to keep there is no editor. What is on its way may yet be refused. */
function rest() {
  if (pointed || sending || dirty.value || editor.value?.isFocused) return
  editor.value?.destroy()
  editor.value = undefined
}
/** A finger leaves before its tap is a click: its editor waits for the cursor. */
function point(event: PointerEvent) {
  const isMouse = event.pointerType === 'mouse'
  pointed = isMouse && event.type === 'pointerenter'
  if (event.type === 'pointerenter') edit()
  else if (isMouse) rest()
}
onBeforeUnmount(() => {
  void keep()
  editor.value?.destroy()
})

const isKept = (edited: ReturnType<typeof editedOf>) =>
  edited.text === props.block.text && JSON.stringify(edited.emphasis) === JSON.stringify(props.block.emphasis)

watch([() => props.block.text, () => props.block.emphasis], () => {
  // What is being typed is newer than what was kept.
  if (!editor.value || dirty.value || isKept(editedOf(editor.value.getJSON()))) return
  editor.value.commands.setContent(documentOf(props.block.text, props.block.emphasis), { emitUpdate: false })
})

async function keep(): Promise<boolean> {
  window.clearTimeout(timer)
  if (!dirty.value || !editor.value) return true
  const edited = editedOf(editor.value.getJSON())
  dirty.value = false
  if (isKept(edited)) return true
  const command: Command = edited.text
    ? { kind: 'edit block', block: props.block.id, ...edited }
    : { kind: 'remove block', block: props.block.id }
  sending++
  const kept = await props.send(command).finally(() => sending--)
  // What was refused is still in the field, and is sent again with what is typed next.
  if (!kept) dirty.value = true
  else rest()
  return kept
}

function typed() {
  dirty.value = true
  window.clearTimeout(timer)
  timer = window.setTimeout(() => void keep(), KEPT_AFTER)
}

/** Whether a key pressed in the text does more than write. */
function keyed(event: KeyboardEvent): boolean {
  const { selection } = editor.value!.state
  if (event.isComposing) return false
  if (event.key === 'Escape') emit('leave')
  else if (event.key === 'Enter' && hasLines.value && !event.ctrlKey) editor.value!.commands.setHardBreak()
  else if (event.key === 'Enter' && !event.shiftKey) void part()
  else if (event.key === 'Backspace' && selection.empty && cursorIn(editor.value!) === 0) void join()
  else return event.key === 'Enter'
  return true
}
async function part() {
  const at = cursorIn(editor.value!)
  if (!(await keep())) return
  const { id, text } = props.block
  if (at >= text.length) await props.send({ kind: 'add block', after: id, to: null, text: '…' })
  else if (at > 0) await props.send({ kind: 'split block', block: id, at })
  emit('near', 1)
}
async function join() {
  if (await keep()) await props.send({ kind: 'merge block', block: props.block.id })
}

const style = computed(() => ({ fontFamily: `'${face.value}'` }))
defineExpose({ focus })
</script>

<template>
  <div ref="place" class="min-w-0 flex-1" :style="style" @pointerenter="point" @pointerleave="point">
    <div v-if="!editor" v-bind="attributes" @focus="focus">
      <p>
        <span
          v-for="(run, n) in runs"
          :key="n"
          :class="{ 'font-bold': run.bold, italic: run.italic }"
          v-text="run.text"
        />
      </p>
    </div>
  </div>
</template>

<style scoped>
:deep(.words) {
  border-radius: var(--radius-small);
  padding: 2px 8px;
  font-size: 18px;
  line-height: 1.55;
  white-space: pre-wrap;
  overflow-wrap: break-word;
}
:deep(.words:hover) {
  background: #fafcfb;
}
:deep(.words:focus) {
  outline: none;
  background: var(--color-white);
  box-shadow: 0 0 0 2px var(--color-lake);
}
[data-kind='heading'] :deep(.words) {
  font-size: 24px;
  font-weight: 700;
  line-height: 1.3;
}
[data-kind='subheading'] :deep(.words) {
  font-size: 20px;
  font-weight: 700;
}
[data-kind='caption'] :deep(.words),
[data-kind='footnote'] :deep(.words) {
  font-size: 15px;
  color: var(--color-quiet);
}
[data-kind='fact box'] :deep(.words) {
  background: var(--color-mist);
  padding: 8px 12px;
}
[data-kind='list item'] :deep(.words > p::before) {
  content: '• ';
}
[data-kind='stanza'] :deep(.words) {
  padding-left: 28px;
}
</style>
