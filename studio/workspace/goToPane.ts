const PANES = ['banner', 'navigation', 'main', 'complementary', 'region'].map((role) => `[role="${role}"]`).join();
const REACHED = 'a[href], button, input, select, textarea, [contenteditable="true"], [tabindex="0"]';

/** Where the focus was last in a pane: one comes back to it. */
const left = new WeakMap<Element, HTMLElement>();

/** Takes the focus to the pane after the one that it is in, or before: round the landmarks of the page. */
export function goToPane(step: 1 | -1): void {
  // What lies over the page keeps the focus.
  if (document.querySelector('[aria-modal="true"]')) return;
  const panes = [...document.querySelectorAll(PANES)].filter((pane) => !pane.parentElement?.closest(PANES));
  const focused = document.activeElement;
  const at = panes.findIndex((pane) => pane.contains(focused));
  const from = panes[at];
  if (from && focused instanceof HTMLElement) left.set(from, focused);
  const start = at < 0 && step < 0 ? panes.length : at;
  for (let turn = 1; turn <= panes.length; turn++) {
    const to = panes[(start + step * turn + 2 * panes.length) % panes.length];
    const place = to && placeIn(to);
    if (place) return place.focus();
  }
}

/** Where the focus goes in a pane: back to where it was, else into what is open in it, else to the first that it has. */
function placeIn(pane: Element): HTMLElement | undefined {
  const before = left.get(pane);
  if (before && pane.contains(before) && canHaveFocus(before)) return before;
  const open = [...pane.querySelectorAll<HTMLElement>('[role="dialog"]')].filter(canHaveFocus).at(-1) ?? pane;
  return [...open.querySelectorAll<HTMLElement>(REACHED)].find(canHaveFocus);
}

const canHaveFocus = (element: HTMLElement): boolean =>
  !element.matches(':disabled, [aria-disabled="true"], [tabindex="-1"]:not([role="dialog"])') &&
  !element.closest('[inert]') &&
  element.checkVisibility({ visibilityProperty: true });
