/** Scrolls to an element, unfolded where it is folded away, and focuses it where it can be, else the first thing in it that can. */
export function focusIn(element: HTMLElement): void {
  for (let fold = element.closest('details'); fold; fold = fold.parentElement?.closest('details') ?? null) fold.open = true;
  element.scrollIntoView?.({ block: 'center' });
  const can = 'input, select, textarea, button:not([disabled]), a[href], [tabindex]';
  (element.matches(can) ? element : (element.querySelector<HTMLElement>(can) ?? element)).focus();
}
