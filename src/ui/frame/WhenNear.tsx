'use client';

import type { ReactNode } from 'react';
import { useEffect, useRef, useState } from 'react';
import { useLater } from './useLater';

/** It is fetched this far before it comes into sight, px. */
const ahead = 120;

/**
 * A part further down the page: fetched when it is about to come into sight, or once the page has stood for a moment, so that it is
 * at hand without the house as well.
 * @param load always the same function
 * @param high room kept for it meanwhile, px
 */
export function WhenNear<T extends object>({
  load,
  high,
  children,
}: {
  load: () => Promise<T>;
  high: number;
  children: (part: T) => ReactNode;
}) {
  const [near, setNear] = useState(false);
  const room = useRef<HTMLDivElement>(null);
  const part = useLater(load, near);
  useEffect(() => {
    if (!room.current) return;
    const watch = new IntersectionObserver(
      (seen) => seen.some(({ isIntersecting }) => isIntersecting) && setNear(true),
      { rootMargin: `${ahead}px` },
    );
    watch.observe(room.current);
    return () => watch.disconnect();
  }, []);
  return part ? children(part) : <div ref={room} style={{ minHeight: high }} />;
}
