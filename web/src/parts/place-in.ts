import type { PointerEvent } from 'react';

/** Where a pointer is in the box of what hears of it, px. */
export function placeIn(event: PointerEvent<Element>): [number, number] {
  const box = event.currentTarget.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}
