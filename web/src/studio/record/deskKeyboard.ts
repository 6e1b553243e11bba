/** The keys of the desk. With words chosen, the keys of marks come first. */
import type { Ref } from 'vue'
import { useCatalogue } from '@/api/catalogue'
import { useKeys } from '@/parts/keys'
import type { MarkForm } from '../plan/kinds'
import type { useDesk } from './desk'
import type { useLight } from './light'

const DIGITS = [1, 2, 3, 4, 5, 6, 7, 8, 9] as const
/** Words a minute by which the guide goes quicker or slower. */
const STEP = 5

interface Desk {
  /** A take or a rehearsal runs; it shows a page of text; a take is recorded; words are chosen. */
  onStage: Readonly<Ref<boolean>>
  onText: Readonly<Ref<boolean>>
  running: Readonly<Ref<boolean>>
  chosen: Readonly<Ref<boolean>>
  drawing: Ref<boolean>
  desk: ReturnType<typeof useDesk>
  light: ReturnType<typeof useLight>
  record: () => void
  pause: () => void
  mark: (form: MarkForm) => void
  drawNext: () => void
  closer: () => void
  hold: (event: KeyboardEvent) => void
  undo: () => void
  again: () => void
  quicker: (by: number) => void
  camera: () => void
  letGo: () => void
}

export function useDeskKeyboard(on: Desk) {
  const { desk, light } = on
  const catalogue = useCatalogue()
  const markBy = (key: string) => {
    const form = catalogue.forms.find((one) => one.key === key)
    if (form && on.onStage.value && on.chosen.value) on.mark(form)
  }
  /** Does something on the stage; a key that is a mark's too draws it on the chosen words. */
  const does = (act: () => void) => () => on.onStage.value && act()
  const marksOr = (key: string, act: () => void) => () => (on.chosen.value ? markBy(key) : act())

  useKeys({
    ...Object.fromEntries(catalogue.forms.map(({ key }) => [key, () => markBy(key)])),
    r: on.record,
    space: on.pause,
    m: marksOr('m', on.drawNext),
    arrowright: () => desk.go(1),
    arrowleft: () => desk.go(-1),
    s: does(desk.stop),
    n: does(marksOr('n', () => desk.show())),
    t: does(desk.back),
    c: does(marksOr('c', desk.chart)),
    u: does(marksOr('u', on.undo)),
    z: does(on.closer),
    v: on.camera,
    h: (event) => (on.chosen.value ? markBy('h') : on.onStage.value && on.hold(event)),
    i: () => on.onText.value && (on.drawing.value = !on.drawing.value),
    enter: () => on.onStage.value && light.by.value === 'hand' && light.step(),
    backspace: () => on.running.value && on.again(),
    arrowup: () => on.quicker(STEP),
    arrowdown: () => on.quicker(-STEP),
    escape: () => (on.letGo(), (on.drawing.value = false)),
    ...Object.fromEntries(
      DIGITS.map((digit) => [String(digit), () => on.onStage.value && desk.number(digit)]),
    ),
  })
}
