'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useSay } from '../frame/FarmContext';
import type { Act } from '../frame/recent';
import { useNotice } from '../frame/Notices';
import { newId } from './newId';
import { useOutbox } from './OutboxProvider';

/** What came back of an act: the field and the sentence when it was refused. */
export interface Refused {
  message: string;
  field?: string;
  /** It is unsafe, and can be done all the same by somebody who knows: does it. */
  insist?: () => void;
}

/**
 * Does one thing to the ledger: sends it, says what was done with Undo beside it, and draws the page again. A refusal
 * stays on the screen that asked.
 */
export function useAct(): {
  act: (
    name: string,
    input: Record<string, unknown>,
    says: string,
    /** False for what is no entry, and so cannot be taken back as one; or how else it is taken back. */
    undoable?: boolean | Act['undo'],
    /** Under which it is sent: what is sent again under one is done once. */
    id?: string,
  ) => Promise<boolean>;
  refused: Refused | undefined;
  busy: boolean;
} {
  const outbox = useOutbox();
  const notice = useNotice();
  const say = useSay();
  const router = useRouter();
  const [refused, setRefused] = useState<Refused>();
  const [busy, setBusy] = useState(false);
  const again = useRef<(...given: Parameters<Acting>) => void>(() => undefined);
  const act = useCallback(
    async (
      name: string,
      input: Record<string, unknown>,
      says: string,
      undoable: boolean | Act['undo'] = true,
      id: string = newId(),
    ) => {
      setRefused(undefined);
      setBusy(true);
      const answer = await Promise.race([outbox.put(name, input, id), silent(outbox)]);
      setBusy(false);
      if (answer === undefined) {
        // No house in sight: it is kept, and the maker goes on.
        notice({ says: `${says.replace(/\.$/, '')}: kept on this device until the house answers.` });
        return true;
      }
      if (answer.status === 'refused') {
        setRefused({
          message: say.words(answer.message),
          ...(answer.field ? { field: answer.field } : {}),
          ...(answer.field === 'knowing'
            ? { insist: () => void again.current(name, { ...input, knowing: true }, says, undoable) }
            : {}),
        });
        router.refresh();
        return false;
      }
      const parked = (answer.result as { parked?: boolean; question?: string } | null)?.parked;
      notice({
        says: parked
          ? `Set aside with a question: ${(answer.result as { question: string }).question}`
          : says,
        ...(undoable && !parked
          ? {
              undo: undoable === true ? { name: 'entry.undo', input: { commandId: id } } : undoable,
            }
          : {}),
      });
      router.refresh();
      return true;
    },
    [outbox, notice, router, say],
  );
  useEffect(() => {
    again.current = (...given) => void act(...given);
  }, [act]);
  return { act, refused, busy };
}

/** Resolves when the house was asked for a while and did not answer. */
const silent = (outbox: { reachable: boolean }): Promise<undefined> =>
  new Promise((resolve) => {
    let looks = 0;
    const timer = setInterval(() => {
      looks += 1;
      if (outbox.reachable && looks < mostLooks) return;
      clearInterval(timer);
      if (!outbox.reachable) resolve(undefined);
    }, 250);
  });
const mostLooks = 240;

type Acting = (
  name: string,
  input: Record<string, unknown>,
  says: string,
  undoable?: boolean | Act['undo'],
) => Promise<boolean>;
