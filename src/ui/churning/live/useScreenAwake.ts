'use client';

import { useEffect } from 'react';

/** Keeps the screen on while `awake`, where the device allows it. */
export function useScreenAwake(awake: boolean): void {
  useEffect(() => {
    if (!awake || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    const take = () => {
      if (document.visibilityState === 'visible')
        navigator.wakeLock.request('screen').then(
          (taken) => (lock = taken),
          () => undefined,
        );
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [awake]);
}
