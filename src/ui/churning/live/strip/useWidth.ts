import type { RefObject } from 'react';
import { useEffect, useRef, useState } from 'react';

/** The width of what is drawn, px, as it changes; a laptop’s until it is known. */
export function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(800);
  useEffect(() => {
    const watcher = new ResizeObserver(([entry]) => setWidth(Math.max(1, entry!.contentRect.width)));
    if (ref.current) watcher.observe(ref.current);
    return () => watcher.disconnect();
  }, []);
  return [ref, width];
}
