/** The order of a passage's blocks: going from one to the next, and moving them. */
import { computed, nextTick, type Ref } from 'vue'
import type { Command, Schemas } from '@/api/client'

/** `area` is the element in which the blocks stand. */
export function useBlockOrder(
  passage: Ref<Schemas['Passage']>,
  area: Ref<HTMLElement | undefined>,
  send: (command: Command) => Promise<boolean>,
) {
  const order = computed(() => passage.value.pages.flatMap((one) => one.blocks.map((block) => block.id)))
  /** How many blocks of the passage come before each page. */
  const firsts = computed(() => {
    let sum = 0
    return passage.value.pages.map((one) => (sum += one.blocks.length) - one.blocks.length)
  })

  function focus(id: string | undefined) {
    if (id) area.value?.querySelector<HTMLElement>(`[data-block="${id}"] .kind`)?.focus()
  }
  /** To the block before or after. */
  async function near(id: string, way: -1 | 1) {
    await nextTick()
    focus(order.value[order.value.indexOf(id) + way])
  }
  /** A block was dragged from one place to another. */
  function moved(from: number, to: number) {
    const block = order.value[from]
    const before = order.value[to > from ? to + 1 : to] ?? ''
    if (block) void send({ kind: 'move block', block, before })
  }
  /** A block is moved by an arrow. */
  async function moveKey(event: KeyboardEvent, id: string) {
    const index = order.value.indexOf(id)
    const to = event.key === 'ArrowUp' ? index - 1 : index + 1
    if (!order.value[to]) return
    event.preventDefault()
    event.stopPropagation()
    const before = order.value[to > index ? to + 1 : to] ?? ''
    await send({ kind: 'move block', block: id, before })
    await nextTick()
    focus(id)
  }
  return { order, firsts, near, moved, moveKey }
}
