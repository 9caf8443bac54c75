/**
 * Gives the focus back to what opened a menu, unless a choice has already led it elsewhere. Material's own way back comes
 * late and would take the focus out of the field that a choice has just opened.
 */
export function focusAfterMenu(opener: HTMLElement): void {
  const active = opener.ownerDocument.activeElement;
  const lost = !active || active === opener.ownerDocument.body || active.closest('[role=menu]') !== null;
  if (lost) opener.focus();
}
