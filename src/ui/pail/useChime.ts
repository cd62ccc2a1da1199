'use client';

import { useEffect, useRef } from 'react';

/** Two bells a room apart: one note to look now, three falling ones when it is done. */
const notes = { look: [880, 0, 880], done: [1047, 784, 523] } as const;

/** Rings once through the device’s own speaker; silent where it may not. */
export function chime(kind: keyof typeof notes): void {
  try {
    const sound = new AudioContext();
    notes[kind].forEach((pitch, i) => {
      if (pitch === 0) return;
      const [tone, loud] = [sound.createOscillator(), sound.createGain()];
      const at = sound.currentTime + i * 0.32;
      tone.frequency.value = pitch;
      tone.type = 'triangle';
      loud.gain.setValueAtTime(0.0001, at);
      loud.gain.exponentialRampToValueAtTime(0.5, at + 0.02);
      loud.gain.exponentialRampToValueAtTime(0.0001, at + 0.3);
      tone.connect(loud).connect(sound.destination);
      tone.start(at);
      tone.stop(at + 0.32);
    });
    setTimeout(() => void sound.close(), 1500);
  } catch {
    // No sound on this device: the screen says it as well.
  }
}

/** Rings when `now` passes `atSeconds`, once for each such time, and not for one already past when the page opened. */
export function useChimeAt(now: number, atSeconds: number | undefined, kind: keyof typeof notes): void {
  const armed = useRef<number>(undefined);
  useEffect(() => {
    if (atSeconds === undefined) {
      armed.current = undefined;
      return;
    }
    if (now < atSeconds) armed.current = atSeconds;
    else if (armed.current === atSeconds) {
      armed.current = undefined;
      chime(kind);
    }
  }, [now, atSeconds, kind]);
}

/** Rings whenever a count passes every count before it: a turn of the clock, a window reached. Not for where it began. */
export function useChimeEach(count: number | undefined, kind: keyof typeof notes): void {
  const most = useRef<number>(undefined);
  useEffect(() => {
    if (count === undefined) return;
    if (most.current !== undefined && count > most.current) chime(kind);
    most.current = Math.max(most.current ?? count, count);
  }, [count, kind]);
}
