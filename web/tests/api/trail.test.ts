import { describe, expect, it } from 'vitest'
import type { Job, Take } from '@/api/client'
import { knownUpTo, takeAtFirst } from '@/api/trail'

const job = (id: string, kind: string, state: string) => ({ id, kind, state }) as Job
const take = (id: string, more: Partial<Take> = {}) => ({ id, asks: false, ...more }) as Take

describe('what is known of a lesson', () => {
  it('is known anew when a search for its words begins, and when it is over', () => {
    const after = (...jobs: Job[]) => JSON.stringify(knownUpTo({ revision: 3, jobs }))
    const steps = [
      after(),
      after(job('a', 'align', 'running')),
      after(job('a', 'align', 'done')),
      after(job('b', 'align', 'waiting'), job('a', 'align', 'done')),
    ]
    expect(new Set(steps).size).toBe(steps.length)
    expect(after(job('a', 'align', 'waiting')), 'the same search').toBe(after(job('a', 'align', 'running')))
    expect(after(job('v', 'video', 'done')), 'no search').toBe(after())
  })

  it('is known anew with every change', () => {
    expect(knownUpTo({ revision: 4, jobs: [] })).not.toEqual(knownUpTo({ revision: 5, jobs: [] }))
  })
})

describe('the take that is looked at first', () => {
  const of = (takes: Take[], used: string) => takeAtFirst({ takes, take_in_use: used })?.id

  it('is the lesson’s', () => {
    expect(of([take('one'), take('two')], 'one')).toBe('one')
  })

  it('is the newest that waits to be used', () => {
    expect(of([take('one'), take('two', { asks: true }), take('three', { asks: true })], 'one')).toBe('three')
  })

  it('is none where there is none', () => {
    expect(of([], '')).toBeUndefined()
  })
})
