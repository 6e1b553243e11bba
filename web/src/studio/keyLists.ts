import type { Catalogue } from '@/api/catalogue'

type Keys = readonly (readonly [string, string])[]

const EVERYWHERE: Keys = [
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'this list'],
]

const PLAYING: Keys = [
  ['Space', 'play or stop'],
  ['B', 'a sentence back'],
]

/** How many kinds of marks stand in one line of the list. */
const IN_A_LINE = 4

/** The keys that draw a mark on the chosen words, a few in a line. */
function markKeys({ forms }: Catalogue): Keys {
  const drawn = forms.filter((one) => one.key)
  return drawn.flatMap((_, n) => {
    if (n % IN_A_LINE) return []
    const line = drawn.slice(n, n + IN_A_LINE)
    return [
      [
        line.map((one) => one.key.toUpperCase()).join(' '),
        line.map((one) => one.name.toLowerCase()).join(', '),
      ],
    ] as const
  })
}

const blockKeys = ({ block_kinds }: Catalogue) =>
  block_kinds
    .map((one) => one.key.toUpperCase())
    .filter(Boolean)
    .join(' ')

/** What `?` shows on each screen. */
export const keysOf = (catalogue: Catalogue): Record<string, Keys> => ({
  text: [
    ['N', 'next word to check'],
    ['K', 'keep the word'],
    ['M', 'mend it'],
    ['P', 'split it'],
    ['J', 'join it with the next'],
    ['D', 'delete it'],
    ['Esc', 'from a text to its block'],
    [blockKeys(catalogue), 'kind of the chosen block'],
    ['Alt ↑ ↓', 'move the block'],
    ['-', 'begin a new page with it'],
    ['Enter', 'split a block at the cursor'],
    ['Ctrl B', 'bold'],
    ['Ctrl I', 'italic'],
    ...EVERYWHERE,
  ],
  plan: [
    ['← →', 'the word before, the next word'],
    ['Shift →', 'choose more words'],
    ['P', 'pause point after the chosen words'],
    ['G', 'word card of the chosen word'],
    ['J', 'cue note for yourself at the chosen words'],
    ...markKeys(catalogue),
    ['1 2 3 …', 'the meaning to mark with'],
    ['I', 'draw on the page'],
    ['R', 'a drawn mark tidy or as drawn'],
    ['E', 'suggestions'],
    ['↓ ↑ T', 'go through the suggestions, take one'],
    ['L', 'legend'],
    ['Alt ← →', 'move a part of the run'],
    ['Esc', 'choose nothing'],
    ...EVERYWHERE,
  ],
  record: [
    ['R', 'start, then stop'],
    ['Space', 'pause and go on'],
    ['← →', 'through the lesson: pages, cards, questions'],
    ['S', 'stop here for the students'],
    ['N', 'show the next part of an answer or chart'],
    ['1 2 3 …', 'a choice or box; a page of the text'],
    ['C', 'bring up the next chart, and put it away'],
    ['T', 'back to the text'],
    ['M', 'draw the next mark now'],
    ['I', 'draw on the page with the pen'],
    ['Backspace', 'again from this sentence'],
    ['Enter', 'my hand: light the next word'],
    ['↑ ↓', 'the guide quicker and slower'],
    ['H', 'the light waits and goes on, or as long as it is held'],
    ['P', 'point, as long as it is held'],
    ['Z', 'closer to the chosen words or the picture, and back'],
    ['V', 'your picture large and small'],
    ['U', 'take the last step back'],
    ...EVERYWHERE,
  ],
  sync: [
    ...PLAYING,
    ['N', 'next place to check'],
    ['Enter', 'it is fine'],
    ['1 2 3', 'mend it as is offered'],
    ['P', 'the chosen words, or the line, are on purpose'],
    ['← →', 'the word before, the next word; with Shift, more of them'],
    ['Alt ← →', 'the words or mark a little earlier, later; with Shift, more'],
    ['G', 'listen for the line or the chosen words again'],
    ['A', 'tap along: then T as each word begins'],
    ['K', 'it is talk, and does not light'],
    ['X', 'cut the chosen words'],
    ['S', 'silence the chosen words'],
    ['H', 'hold the lesson for 5 s after the chosen word'],
    ['Shift X', 'put back what is cut here'],
    ['D', 'to the desk: read the sentence again'],
    ['L', 'hear the chosen words over and over'],
    ['O', 'do on the stage what is named next in the talk'],
    ...EVERYWHERE,
  ],
  video: EVERYWHERE,
  share: EVERYWHERE,
})
