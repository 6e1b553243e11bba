import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import { useDraft } from '@/parts/draft'

interface Card {
  word: string
  meaning: string
  example: string
}

/** A server that answers when it is told to, and takes spaces away. */
function form() {
  const kept = ref<Card>({ word: 'forage', meaning: '', example: '' })
  const held: (() => void)[] = []
  const { draft, keep } = useDraft(
    () => kept.value,
    async (card) => {
      await new Promise<void>((go) => held.push(go))
      kept.value = { ...card, meaning: card.meaning.trim() }
      return true
    },
  )
  const answer = async () => {
    held.shift()!()
    await flushPromises()
    await nextTick()
  }
  return { kept, draft, keep, answer }
}

describe('a form whose changes take their time', () => {
  it('leaves alone what is written while an earlier change comes back', async () => {
    const { kept, draft, keep, answer } = form()
    draft.value.meaning = 'look for food '
    void keep()
    draft.value.example = 'Bees for'
    await answer()
    expect(draft.value).toEqual({ word: 'forage', meaning: 'look for food', example: 'Bees for' })
    draft.value.example = 'Bees forage.'
    void keep()
    await answer()
    expect(kept.value).toEqual({ word: 'forage', meaning: 'look for food', example: 'Bees forage.' })
  })

  it('keeps two quick changes of one thing', async () => {
    const { kept, draft, keep, answer } = form()
    draft.value.meaning = 'look for food'
    void keep()
    draft.value.word = 'foraging'
    void keep()
    await answer()
    expect(draft.value.word, 'though the first answer does not know of it').toBe('foraging')
    await answer()
    expect(kept.value).toEqual({ word: 'foraging', meaning: 'look for food', example: '' })
    expect(draft.value).toEqual(kept.value)
  })

  it('follows what is changed elsewhere, an undo too', async () => {
    const { kept, draft, keep, answer } = form()
    draft.value.meaning = ' spaces '
    void keep()
    await answer()
    kept.value = { ...kept.value, meaning: '' }
    await nextTick()
    expect(draft.value.meaning).toBe('')
  })
})
