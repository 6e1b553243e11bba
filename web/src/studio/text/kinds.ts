/** The kinds of blocks: their names for the teacher and the key that makes a chosen block one. */
import type { Schemas } from '@/api/client'

export type Kind = Schemas['BlockKind']

export const KINDS: readonly { kind: Kind; name: string; key: string }[] = [
  { kind: 'heading', name: 'Heading', key: 'H' },
  { kind: 'subheading', name: 'Subheading', key: 'U' },
  { kind: 'paragraph', name: 'Paragraph', key: 'P' },
  { kind: 'stanza', name: 'Stanza', key: 'V' },
  { kind: 'list item', name: 'List item', key: 'L' },
  { kind: 'step', name: 'Step', key: 'S' },
  { kind: 'caption', name: 'Caption', key: 'C' },
  { kind: 'fact box', name: 'Fact box', key: 'B' },
  { kind: 'glossary entry', name: 'Glossary entry', key: 'G' },
  { kind: 'footnote', name: 'Footnote', key: 'F' },
]

export const NAMES = new Map<Kind, string>([
  ...KINDS.map(({ kind, name }) => [kind, name] as const),
  ['picture', 'Picture'],
])
