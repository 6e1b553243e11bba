/** The golden vectors that the core makes (tests/golden in the project's root). */
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import type { Schemas } from '@/api/client'
import type { StageState } from '@/stage/cueReader'

const read = (file: string): unknown =>
  JSON.parse(readFileSync(resolve(import.meta.dirname, '../../tests/golden', file), 'utf8'))

export interface CueVectors {
  name: string
  sheet: Schemas['CueSheet']
  /** Lesson time, the gate (or empty), seconds at it, and what differs from the state before. */
  moments: [number, string, number, Partial<StageState>][]
  /** Lesson time, and where going back a sentence leads from there. */
  back: [number, number][]
}

interface Rounded {
  x: number
  y: number
  width: number
  height: number
  radius: number
}

export interface ShapeVectors {
  layout: Schemas['Layout']
  places: Record<string, [number, number, number]>
  printed: Record<string, string>
  stones: Rounded[]
  dots: { x1: number; x2: number; y: number; width: number; gap: number }[]
  highlights: Rounded[]
  shares: number[][]
  drawn: [number, number][][]
  used: number[][]
  progress: number[]
  deep: Record<string, string>
  /** Places, and the views in which they fill the stage. */
  closer: [[number, number, number, number], number[]][]
}

export const cueVectors = () => read('cues.json') as CueVectors[]
export const shapeVectors = () => read('shapes.json') as ShapeVectors

export const catalogue = () => read('catalogue.json') as Schemas['Catalogue']
