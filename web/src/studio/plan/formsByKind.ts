import type { DefineComponent } from 'vue'

/** The forms of a folder, found by the kind of thing that each is named after ("put in order": PutInOrderForm.vue).
 * Kinds that have nothing of their own to fill in have none. */
function formsIn(folder: Record<string, DefineComponent>) {
  const forms = new Map(
    Object.entries(folder).map(([path, form]) => [
      path.split('/').at(-1)!.slice(0, -8).toLowerCase(),
      // Each takes what it needs of what all are given; the rest is not for its elements.
      Object.assign(form, { inheritAttrs: false }),
    ]),
  )
  return (kind: string) => forms.get(kind.replaceAll(' ', '').toLowerCase())
}

/** The form of a kind of activity at a pause point. */
export const activityForm = formsIn(
  import.meta.glob<DefineComponent>('./activities/*Form.vue', { eager: true, import: 'default' }),
)

/** The form of a kind of mark. */
export const markForm = formsIn(
  import.meta.glob<DefineComponent>('./marks/*Form.vue', { eager: true, import: 'default' }),
)
