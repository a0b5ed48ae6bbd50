/** Fields that a figure can be put into. */
const isField = (target: EventTarget | null): target is HTMLInputElement =>
  target instanceof HTMLInputElement &&
  ['text', 'search', ''].includes(target.type) &&
  !target.readOnly &&
  target.closest('[data-quick-figures]') === null

let last: HTMLInputElement | undefined

/** Begins to remember which field had the focus; returns how to stop. */
export function rememberFields(): () => void {
  const remember = (event: FocusEvent): void => {
    if (isField(event.target)) last = event.target
  }
  document.addEventListener('focusin', remember)
  return () => document.removeEventListener('focusin', remember)
}

/** The field that had the focus last and is still on the page. */
export const lastField = (): HTMLInputElement | undefined => (last?.isConnected ? last : undefined)

/** What the field is called, for the button that fills it. */
export function fieldName(field: HTMLInputElement): string {
  const label = field.labels?.[0]?.textContent ?? field.getAttribute('aria-label') ?? ''
  return label.trim() === '' ? 'the field' : `“${label.trim()}”`
}

/** Writes into a field as if it had been typed there, and gives it the focus. */
export function typeInto(field: HTMLInputElement, text: string): void {
  const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set
  setValue?.call(field, text)
  field.dispatchEvent(new Event('input', { bubbles: true }))
  field.focus()
}
