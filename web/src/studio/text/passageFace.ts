import { inject, provide, type ComputedRef, type InjectionKey } from 'vue'

const KEY: InjectionKey<ComputedRef<string>> = Symbol('typeface')

/** The typeface in which the passage of this step is shown. */
export const providePassageFace = (face: ComputedRef<string>) => provide(KEY, face)
export function usePassageFace(): ComputedRef<string> {
  const face = inject(KEY)
  if (!face) throw new Error('used outside of the Text screen')
  return face
}
