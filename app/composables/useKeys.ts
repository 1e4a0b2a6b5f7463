import { onMounted, onScopeDispose } from 'vue'

/** Key handlers for a page, silent while somebody types in a field or a dialog is open. Keys as in KeyboardEvent.key. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  const onKey = (event: KeyboardEvent) => {
    const target = event.target as HTMLElement
    if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
    if (
      target.matches('input:not([type=checkbox]), textarea, select, [contenteditable]') ||
      document.querySelector('.v-overlay--active [role="dialog"], .v-dialog.v-overlay--active')
    )
      return
    // Space on a focused button presses that button, not the page's.
    if (event.key === ' ' && target.matches('button, a, summary, input, [role="button"]')) return
    const handler = keys[event.key]
    if (!handler) return
    event.preventDefault()
    handler(event)
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onScopeDispose(() => window.removeEventListener('keydown', onKey))
}
