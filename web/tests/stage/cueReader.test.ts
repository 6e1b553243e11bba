import { describe, expect, it } from 'vitest'
import { sentenceBack, stateAt, type StageState } from '@/stage/cueReader'
import { cueVectors } from '../golden'

describe.each(cueVectors())('the cue sheet of $name', ({ sheet, moments, back }) => {
  it('has the stage of the core at every moment', () => {
    let state = {} as StageState
    for (const [time, gate, waited, changes] of moments) {
      state = { ...state, ...changes }
      expect(stateAt(sheet, time, gate, waited), `at ${time}, gate “${gate}”, waited ${waited}`).toEqual(
        state,
      )
    }
  })

  it('goes back a sentence to where the core does', () => {
    for (const [time, to] of back) expect(sentenceBack(sheet, time), `from ${time}`).toBeCloseTo(to, 9)
  })
})
