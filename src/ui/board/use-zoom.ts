import { useEffect, useRef, type RefObject } from 'react';
import { MOST_ZOOM, type BoardAddress } from './board-address';

/** Zoom by wheel with Ctrl held, about the minute under the pointer, and by + and −. */
export function useZoom(
  scroller: RefObject<HTMLDivElement | null>,
  labelPx: number,
  address: BoardAddress,
  go: (change: Partial<BoardAddress>, how: 'later') => void,
) {
  const zoom = useRef(address.zoom);
  useEffect(() => {
    zoom.current = address.zoom;
  }, [address.zoom]);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const to = (factor: number, anchorPx: number) => {
      const next = Math.min(MOST_ZOOM, Math.max(1, zoom.current * factor));
      const ratio = next / zoom.current;
      zoom.current = next;
      const left = (element.scrollLeft + anchorPx) * ratio - anchorPx;
      go({ zoom: next }, 'later');
      requestAnimationFrame(() => element.scrollTo({ left }));
    };
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      to(Math.exp(-event.deltaY / 300), event.clientX - element.getBoundingClientRect().left - labelPx);
    };
    const key = (event: KeyboardEvent) => {
      if (event.target !== element || event.ctrlKey || event.metaKey) return;
      if (event.key === '+' || event.key === '=') to(1.25, element.clientWidth / 2);
      if (event.key === '-') to(0.8, element.clientWidth / 2);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    element.addEventListener('keydown', key);
    return () => {
      element.removeEventListener('wheel', wheel);
      element.removeEventListener('keydown', key);
    };
  }, [scroller, labelPx, go]);
}
