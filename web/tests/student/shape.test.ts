import { describe, expect, it } from 'vitest'
import { shapeFor } from '@/student/shape'

describe('the shape of stage that fits a window', () => {
  it.each([
    ['a laptop', 1280, 800, 'wide'],
    ['a screen in the classroom', 1920, 1080, 'wide'],
    ['a small laptop', 1366, 768, 'wide'],
    ['a tablet held upright', 768, 1024, 'square'],
    ['a phone', 390, 844, 'tall'],
    ['a large phone', 412, 915, 'tall'],
    ['a small phone, where a square page has the larger letters', 360, 640, 'square'],
    ['a phone on its side', 844, 390, 'wide'],
  ])('%s', (_, width, height, shape) => expect(shapeFor(width, height)).toBe(shape))
})
