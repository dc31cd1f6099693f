/** Scrolls to an element and focuses it where it can be, else the first thing in it that can. */
export function focusIn(element: HTMLElement): void {
  element.scrollIntoView?.({ block: 'center' });
  const can = 'input, select, textarea, button:not([disabled]), a[href], [tabindex]';
  (element.matches(can) ? element : (element.querySelector<HTMLElement>(can) ?? element)).focus();
}
