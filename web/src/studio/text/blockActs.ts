/** What can be done to a chosen block: the same list makes its menu and its keys. */
import type { Command, Schemas } from '@/api/client'
import type { Block } from './blockText'

export type KindOfBlock = Schemas['KindOfBlock']

export interface BlockAct {
  name: string
  /** The key as the event names it; letters in lower case. */
  key: string
  /** The key as the menu shows it. */
  shown: string
  command: Command
  /** Whether the block has it already. */
  is?: boolean
  takesAway?: boolean
}

/** The kinds that the block may become. */
export const kindsFor = (block: Block, kinds: readonly KindOfBlock[]): BlockAct[] =>
  kinds
    .filter((one) => one.key)
    .map(({ kind, name, key }) => ({
      name,
      key,
      shown: key.toUpperCase(),
      command: { kind: 'set block kind', block: block.id, to: kind },
      is: kind === block.kind,
    }))

/** What else can be done. */
export function actsFor(block: Block, kinds: readonly KindOfBlock[]): BlockAct[] {
  const { id } = block
  const isNumbered = block.numbered
  const acts: BlockAct[] = [
    { name: 'Begin a new page here', key: '-', shown: '-', command: { kind: 'break page', block: id } },
    {
      name: 'Join with the block before',
      key: 'm',
      shown: 'M',
      command: { kind: 'merge block', block: id },
    },
  ]
  if (kinds.find((one) => one.kind === block.kind)?.is_counted)
    acts.push({
      name: isNumbered ? 'Leave it unnumbered' : 'Number it',
      key: 'n',
      shown: 'N',
      command: { kind: 'number block', block: id, numbered: !isNumbered },
    })
  acts.push({
    name: 'Remove this block',
    key: 'Delete',
    shown: 'Del',
    command: { kind: 'remove block', block: id },
    takesAway: true,
  })
  return acts
}

/** What a key does to a chosen block, if anything. */
export function actOf(block: Block, kinds: readonly KindOfBlock[], key: string): BlockAct | undefined {
  const pressed = key.length === 1 ? key.toLowerCase() : key
  return [...actsFor(block, kinds), ...kindsFor(block, kinds)].find((one) => one.key === pressed)
}
