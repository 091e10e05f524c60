import { useEffect, useRef, type RefObject } from 'react';
import { flushSync } from 'react-dom';
import { MOST_ZOOM } from '@/contracts/language/own-settings';
import type { BoardAddress } from './board-address';

/** So much larger or smaller than it was drawn, figures and words are drawn anew while the zooming goes on. */
const MILESTONE = 1.5;
const REST_MS = 120;

/** The element whose width everything on the board is laid out by. */
const canvasIn = (scroller: HTMLElement) => scroller.firstElementChild as HTMLElement;

/** How wide the time axis is at this moment; between two drawings it is ahead of what is drawn. */
export const liveWidthPx = (scroller: HTMLElement, labelPx: number): number =>
  Number.parseFloat(canvasIn(scroller).style.width) - labelPx;

interface Zooming {
  readonly element: HTMLDivElement;
  /** The zoom that is seen, ahead of the one that is drawn. */
  readonly live: RefObject<number>;
  readonly latest: RefObject<Latest>;
}

interface Latest {
  readonly labelPx: number;
  readonly drawn: number;
  widthAt(zoom: number): number;
  go(change: Partial<BoardAddress>, how: 'later'): void;
}

/** Changes the width once a frame, about a point; what depends on the room follows at milestones and at rest. */
function zoomer({ element, live, latest }: Zooming) {
  let wanted = { factor: 1, anchorPx: 0 };
  let frame = 0;
  let rest = 0;
  const draw = () => {
    clearTimeout(rest);
    if (live.current !== latest.current.drawn) latest.current.go({ zoom: live.current }, 'later');
  };
  const step = () => {
    frame = 0;
    const { widthAt: widthOf, labelPx: label, drawn } = latest.current;
    const before = live.current;
    const next = Math.min(MOST_ZOOM, Math.max(1, before * wanted.factor));
    const left = (element.scrollLeft + wanted.anchorPx) * (next / before) - wanted.anchorPx;
    wanted = { factor: 1, anchorPx: 0 };
    live.current = next;
    canvasIn(element).style.width = `${label + widthOf(next)}px`;
    element.scrollTo({ left });
    clearTimeout(rest);
    if (Math.max(next / drawn, drawn / next) >= MILESTONE) draw();
    else rest = window.setTimeout(draw, REST_MS);
  };
  const by = (factor: number, anchorPx: number) => {
    wanted = { factor: wanted.factor * factor, anchorPx };
    frame ||= requestAnimationFrame(step);
  };
  const stop = () => {
    cancelAnimationFrame(frame);
    clearTimeout(rest);
  };
  return { by, draw, stop };
}

function listen({ element, live, latest }: Zooming): () => void {
  const { by, draw, stop } = zoomer({ element, live, latest });
  const wheel = (event: WheelEvent) => {
    if (!event.ctrlKey) return;
    event.preventDefault();
    const within = event.clientX - element.getBoundingClientRect().left - latest.current.labelPx;
    by(Math.exp(-event.deltaY / 300), within);
  };
  const key = (event: KeyboardEvent) => {
    if (event.target !== element || event.ctrlKey || event.metaKey) return;
    if (event.key === '+' || event.key === '=') by(1.25, element.clientWidth / 2);
    if (event.key === '-') by(0.8, element.clientWidth / 2);
  };
  // What is pressed on is where it is seen: the axis catches up before anything else is made of a press.
  const settle = () => flushSync(draw);
  element.addEventListener('wheel', wheel, { passive: false });
  element.addEventListener('keydown', key);
  element.addEventListener('pointerdown', settle, { capture: true });
  return () => {
    stop();
    element.removeEventListener('wheel', wheel);
    element.removeEventListener('keydown', key);
    element.removeEventListener('pointerdown', settle, { capture: true });
  };
}

/**
 * Zoom by wheel with Ctrl held, about the minute under the pointer, and by + and −. A step changes the width of the
 * canvas alone, once a frame; what depends on the room there is, such as the figures of the axis, follows at milestones and at
 * rest. `widthAt` gives the width of the time axis at a zoom.
 */
export function useZoom(
  scroller: RefObject<HTMLDivElement | null>,
  { labelPx, widthAt }: { readonly labelPx: number; widthAt(zoom: number): number },
  address: BoardAddress,
  go: (change: Partial<BoardAddress>, how: 'later') => void,
) {
  const live = useRef(address.zoom);
  const latest = useRef({ labelPx, widthAt, drawn: address.zoom, go });
  useEffect(() => {
    latest.current = { labelPx, widthAt, drawn: address.zoom, go };
    live.current = address.zoom;
  }, [labelPx, widthAt, address.zoom, go]);
  useEffect(() => {
    const element = scroller.current;
    if (element) return listen({ element, live, latest });
  }, [scroller]);
}
