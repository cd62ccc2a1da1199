import { useState } from 'react';
import type { Told } from './tellPeople';
import { tellPeople } from './tellPeople';

/** Something about people on its way, and why it was refused. */
export function usePeopleAct(): {
  act: (act: Parameters<typeof tellPeople>[0]) => Promise<Extract<Told, { done: true }> | undefined>;
  refused: Extract<Told, { done: false }> | undefined;
  busy: boolean;
} {
  const [refused, setRefused] = useState<Extract<Told, { done: false }>>();
  const [busy, setBusy] = useState(false);
  return {
    refused,
    busy,
    act: async (one) => {
      setBusy(true);
      setRefused(undefined);
      const told = await tellPeople(one);
      setBusy(false);
      if (told.done) return told;
      setRefused(told);
      return undefined;
    },
  };
}
