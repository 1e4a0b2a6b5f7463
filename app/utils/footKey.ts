/** What stands in a field that a quantity is typed into whose numbers may be mixed ("1 1/2 qt"): the space is part of it. */
const mixedBegun = /^\s*\d+$/

/**
 * A space, or a foot switch, in a number field: it goes on to the next field that is empty, then to the button, and types and records
 * nothing. What is recorded is seen first. Gives whether the press was used up.
 */
export function footInField(event: KeyboardEvent, step: ParentNode, button: HTMLElement | null): boolean {
  const field = event.target
  if (event.ctrlKey || event.altKey || event.metaKey || !(field instanceof HTMLInputElement)) return false
  if (field.inputMode !== 'decimal' && field.inputMode !== 'numeric') return false
  if (field.hasAttribute('data-mixed') && !event.repeat && mixedBegun.test(field.value)) return false
  event.preventDefault()
  if (event.repeat) return true
  const fields = [...step.querySelectorAll<HTMLInputElement>('input[inputmode]:not(:disabled)')]
  const next = fields.slice(fields.indexOf(field) + 1).find(one => one.value.trim() === '')
  if (next) next.focus()
  else if (button && !button.matches(':disabled')) button.focus()
  else field.blur()
  return true
}
