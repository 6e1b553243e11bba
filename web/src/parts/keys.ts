import { useEventListener } from '@vueuse/core'

/** What arrow keys move when it has the focus. */
const MOVES_WITH_ARROWS =
  'input, [role=slider], [role=tablist], [role=radiogroup], [role=listbox], [role=menu]'

/** Keys by name ("space", "shift+arrowright", "ctrl+z") that act wherever no text is being typed. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    const typing = target.closest(
      'input:not([type=range]):not([type=checkbox]), textarea, [contenteditable], select',
    )
    const name =
      (event.ctrlKey || event.metaKey ? 'ctrl+' : '') +
      (event.altKey ? 'alt+' : '') +
      (event.shiftKey && event.key !== '?' ? 'shift+' : '') +
      (event.key === ' ' ? 'space' : event.key.toLowerCase())
    const act = keys[name]
    const pressing = name === 'space' && target.closest('button, a, [role=button], [role=option]')
    if (event.defaultPrevented || (event.key.startsWith('Arrow') && target.closest(MOVES_WITH_ARROWS))) return
    if (!act || typing || pressing || document.querySelector('[role=dialog]')) return
    event.preventDefault()
    act(event)
  })
}
