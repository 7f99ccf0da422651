import { DragGesture } from '@use-gesture/vanilla';
import type { Attachment } from 'svelte/attachments';

/** Where the pointer is in the window, and how far from where it took hold, px. */
export interface Carried {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

export interface Drag<T> {
  /** What is taken hold of there; null: nothing. */
  readonly take: (event: PointerEvent, on: Element) => T | null;
  /** It is carried; never called while the pointer only trembled. */
  readonly carry: (held: T, by: Carried) => void;
  /** It is let go. `chosen`: it was not carried at all; `lost`: the browser took the pointer away. */
  readonly drop: (held: T, how: 'carried' | 'chosen' | 'lost') => void;
}

/** A pointer that moved less than this only chose, px. */
const STILL = 4;

/** What is in the hand, and whether it was carried already. */
interface Held<T> {
  readonly what: T;
  carried: boolean;
}

/** What is drawn in an element can be taken hold of and carried, by mouse, finger or pen: the only drag there is. */
export const drags =
  <T>({ take, carry, drop }: Drag<T>): Attachment<Element> =>
  (node) => {
    const gesture = new DragGesture(
      node,
      ({ first, last, event, xy: [x, y], initial: [x0, y0], memo, cancel }) => {
        if (!(event instanceof PointerEvent)) return undefined;
        const held = first ? taken(take, event) : (memo as Held<T>);
        if (!held) {
          cancel();
          return undefined;
        }
        const [dx, dy] = [x - x0, y - y0];
        if (!held.carried && !last && Math.hypot(dx, dy) >= STILL) {
          held.carried = true;
          node.setPointerCapture(event.pointerId);
        }
        if (last) drop(held.what, event.type === 'pointercancel' ? 'lost' : held.carried ? 'carried' : 'chosen');
        else if (held.carried) carry(held.what, { x, y, dx, dy });
        return held;
      },
      // The element may be drawn anew while something of it is carried: the window hears the pointer.
      { pointer: { capture: false, keys: false } },
    );
    return () => gesture.destroy();
  }; // prettier-ignore

function taken<T>(take: Drag<T>['take'], event: PointerEvent): Held<T> | null {
  const what = event.target instanceof Element ? take(event, event.target) : null;
  return what === null ? null : { what, carried: false };
}
