'use client';

import { useEffect, useRef } from 'react';
import { comfort } from './comfort';

export const keysOffKey = 'immulgo-keys-off';

/** Single keys for make-day acts. They never fire while typing, with a modifier, or in a dialog, and can be switched off. */
export function useKeys(keys: Record<string, (() => void) | undefined>): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || event.defaultPrevented) return;
      const target = event.target as HTMLElement | null;
      if (
        target?.closest(
          'input, textarea, select, [contenteditable], [role="dialog"], [role="listbox"], [role="radiogroup"]',
        )
      )
        return;
      // Space on a focused button presses that button, and nothing else.
      if (event.key === ' ' && target?.closest('button, a, summary, [role="button"]')) return;
      if (event.key !== '?' && comfort(keysOffKey) === 'yes') return;
      const act = current.current[event.key.toLowerCase()];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
