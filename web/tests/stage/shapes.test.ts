import { describe, expect, it } from 'vitest'
import {
  closerView,
  dotsOf,
  drawnPoints,
  familyOf,
  footpathOf,
  highlightOf,
  placesOf,
  printedOf,
  sharesOf,
  slantOf,
  stoneOf,
  stonesUsed,
  weightOf,
  type Piece,
} from '@/stage/shapes'
import { deep } from '@/parts/colours'
import { shapeVectors } from '../golden'

const { layout, places, printed, stones, dots, highlights, shares, drawn, used, progress } = shapeVectors()
const boxes = Object.keys(places).map((word) => placesOf(layout).get(word)!.box)
const close = (ours: object, theirs: object) => {
  for (const [key, value] of Object.entries(theirs))
    expect(ours[key as keyof typeof ours], key).toBeCloseTo(value as number, 6)
}

describe('shapes as the core has them', () => {
  it('gives each word its place', () => {
    const ours = placesOf(layout)
    expect([...ours.keys()].sort()).toEqual(Object.keys(places).sort())
    for (const [word, [page, x, baseline]] of Object.entries(places)) {
      const place = ours.get(word)!
      expect([place.page, place.box.x, place.box.baseline], word).toEqual([page, x, baseline])
    }
  })

  it('lays stones and dots', () => {
    boxes.forEach((box, n) => {
      close(stoneOf(box, layout.look), stones[n]!)
      const { gap, ...line } = dots[n]!
      const ours = dotsOf(box, layout.look)
      close(ours, line)
      expect(Number(ours.dashes.split(' ')[1])).toBeCloseTo(gap, 6)
    })
  })

  it('draws highlights and strokes as far as the core does', () => {
    const marks = layout.marks.filter((mark) => mark.stretches.length)
    const stretches = marks.flatMap((mark) => mark.stretches)
    stretches.forEach((stretch, n) =>
      progress.forEach((share, m) =>
        close(highlightOf(stretch, share, layout.look), highlights[n * progress.length + m]!),
      ),
    )
    marks.forEach((mark, n) =>
      progress.forEach((share, m) =>
        sharesOf(mark, share).forEach((one, k) =>
          expect(one.share).toBeCloseTo(shares[n * progress.length + m]![k]!, 9),
        ),
      ),
    )
    const strokes = layout.marks.flatMap((mark) => mark.strokes.flatMap((page) => page.strokes))
    expect(strokes.length).toBeGreaterThan(10)
    strokes.forEach((stroke, n) =>
      progress.forEach((share, m) => {
        const points = drawnPoints(stroke, share).split(' ').filter(Boolean).map(Number)
        const wanted = drawn[n * progress.length + m]!.flat()
        expect(points.length, `stroke ${n} at ${share}`).toBe(wanted.length)
        points.forEach((value, k) => expect(value).toBeCloseTo(wanted[k]!, 6))
      }),
    )
  })

  it('uses up thinking stones', () => {
    layout.signposts.forEach((card, n) =>
      [...progress, 1.5].forEach((share, m) =>
        expect(stonesUsed(card, card.think_seconds * share), `${card.id} at ${share}`).toBe(used[n]![m]),
      ),
    )
    expect(stonesUsed({ ...layout.signposts[0]!, think_seconds: 0 }, 3)).toBe(0)
  })
})

it('comes as close to a place as the core', () => {
  for (const [place, view] of shapeVectors().closer)
    expect(closerView(place, layout.width, layout.height)).toEqual(view)
})

it('has white letters on the colours of the core', () => {
  for (const [colour, ground] of Object.entries(shapeVectors().deep))
    expect(deep(colour), colour).toBe(ground)
})

describe('what is printed', () => {
  it('is for each word that can light what the core has', () => {
    const ours = printedOf(layout)
    for (const [word, text] of Object.entries(printed)) expect(ours.get(word), word).toBe(text)
  })

  it('says how a piece is set', () => {
    expect([weightOf('bold italic'), weightOf('italic'), slantOf('bold italic'), slantOf('plain')]).toEqual([
      700,
      400,
      'italic',
      'normal',
    ])
    expect(familyOf({ typeface: 'Literata' } as Piece)).toBe("'Literata'")
    expect(footpathOf([1, 2, 3, 4, 5, 6])).toBe('M 1 2 L 3 4 C 5 6')
  })
})
