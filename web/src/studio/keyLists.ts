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

/** What `?` shows on each screen. */
export const KEYS: Record<string, Keys> = {
  text: [
    ['N', 'next word to check'],
    ['K', 'keep the word'],
    ['M', 'mend it'],
    ['P', 'part it'],
    ['J', 'join it with the next'],
    ['D', 'drop it'],
    ['Esc', 'from a text to its block'],
    ['H U P V L S C B G F', 'kind of the chosen block'],
    ['Alt ↑ ↓', 'move the block'],
    ['-', 'begin a new page with it'],
    ['Enter', 'part a block at the cursor'],
    ['Ctrl B', 'bold'],
    ['Ctrl I', 'italic'],
    ...EVERYWHERE,
  ],
  plan: [
    ['← →', 'the word before, the next word'],
    ['Shift →', 'choose more words'],
    ['P', 'pause point after the chosen words'],
    ['G', 'word card of the chosen word'],
    ['H U W D', 'highlight, underline, double, dashed'],
    ['C B X K', 'circle, box, cross out, bracket'],
    ['A N Y', 'arrow, number, symbol'],
    ['M O', 'note in the margin, word parts'],
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
    ['M', 'draw the next mark now'],
    ['← →', 'through the lesson'],
    ...EVERYWHERE,
  ],
  sync: [
    ...PLAYING,
    ['N', 'next place to check'],
    ['Alt ←', 'the word or mark earlier'],
    ['Alt →', 'the word or mark later'],
    ...EVERYWHERE,
  ],
  video: EVERYWHERE,
  share: EVERYWHERE,
}
