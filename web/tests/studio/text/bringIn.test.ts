import { describe, expect, it } from 'vitest'
import { filesOf } from '@/studio/text/bringIn'

const data = (files: File[], texts: Record<string, string> = {}) =>
  ({ files, getData: (kind: string) => texts[kind] ?? '' }) as unknown as DataTransfer

describe('what is dropped or pasted', () => {
  const photo = new File(['x'], 'page.jpg')
  it('is files first', () => {
    expect(filesOf(data([photo], { 'text/html': '<p>x' }))).toEqual([photo])
  })
  it('is rich text before plain', async () => {
    const [file] = filesOf(data([], { 'text/html': '<p>Bees', 'text/plain': 'Bees' }))
    expect([file!.type, await file!.text()]).toEqual(['text/html', '<p>Bees'])
  })
  it('is plain text, and nothing where there is none', async () => {
    const [file] = filesOf(data([], { 'text/plain': 'Bees' }))
    expect([file!.name, await file!.text()]).toEqual(['Pasted text.txt', 'Bees'])
    expect(filesOf(data([], { 'text/plain': '  ' }))).toEqual([])
    expect(filesOf(null)).toEqual([])
  })
})
