import type { Component } from 'vue'

/** The forms of this folder by the kind of activity they are named after ("put in order": PutInOrderForm.vue). Kinds that
 * have nothing of their own to fill in have none. */
const FORMS = new Map(
  Object.entries(import.meta.glob<Component>('./*Form.vue', { eager: true, import: 'default' })).map(
    ([path, form]) => [path.slice(2, -8).toLowerCase(), form],
  ),
)

export const formOf = (kind: string) => FORMS.get(kind.replaceAll(' ', '').toLowerCase())
