import { onMounted, onScopeDispose } from 'vue'

type Keys = Readonly<Record<string, (event: KeyboardEvent) => void>>

// What is mounted listens together, the innermost first: so that `g` then `f` is one thing, and `f` alone another.
const listening: Keys[] = []
/** A key that begins others (“g”), pressed and waiting for the second. */
let begun = ''

/** Whether a key press is meant for something on the page rather than for the page. */
function isForSomethingElse(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return true
  if (target.matches('input:not([type=checkbox]), textarea, select, [contenteditable]')) return true
  if (document.querySelector('.v-overlay--active [role="dialog"], .v-dialog.v-overlay--active')) return true
  // Space on a focused button presses that button, not the page's.
  return event.key === ' ' && target.matches('button, a, summary, input, [role="button"]')
}

function onKey(event: KeyboardEvent): void {
  if (isForSomethingElse(event)) return
  const pressed = begun ? `${begun} ${event.key}` : event.key
  begun = ''
  const found = listening.findLast(keys => keys[pressed])
  if (found) {
    event.preventDefault()
    found[pressed]!(event)
  } else if (listening.some(keys => Object.keys(keys).some(key => key.startsWith(`${pressed} `)))) begun = pressed
}

/** Key handlers for a page or layout, silent while somebody types in a field or a dialog is open: `b`, ` `, or two keys, `g k`. */
export function useKeys(keys: Keys): void {
  onMounted(() => {
    if (listening.push(keys) === 1) window.addEventListener('keydown', onKey)
  })
  onScopeDispose(() => {
    const at = listening.indexOf(keys)
    if (at >= 0) listening.splice(at, 1)
    if (listening.length === 0) window.removeEventListener('keydown', onKey)
  })
}
