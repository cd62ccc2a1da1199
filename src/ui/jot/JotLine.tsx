'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { CalculationError } from '@/core/calculation';
import { list } from '@/core/quantities/list';
import { creamDensity } from '@/core/dairy/creamDensity';
import { fatOfCut } from '@/core/separating/cutBetween';
import type { BatchEvent } from '@/core/churning/batchEvents';
import type { MakeDay } from '@/core/jot/readMakeDay';
import { readJot } from '@/core/jot/readJot';
import type { Jot } from '@/core/jot/readJot';
import type { PailView } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { clockSeconds, useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import { useAct } from '../outbox/useAct';
import { eventWords } from '../churning/words';
import { makeDayEvents } from '../churning/makeDayEvents';
import { creamGoesTo, likeYesterday, toUse, usualSkimUse } from '../pail/usual';
import { milkCommand } from '../pail/milkCommand';
import type { Offered } from './HeaderJot';
import { JotField } from './JotField';

/** One line that takes what a maker would jot on the door frame, and says back what it became. */
export function JotLine({ dairy }: { dairy: () => Promise<Offered | undefined> }) {
  const say = useSay();
  const now = useNow(60_000);
  const { act, refused, busy } = useAct();
  const outbox = useOutbox();
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string>();

  async function send() {
    const known = await dairy();
    if (!known)
      return setWrong('The house does not answer just now. What is written stays here: write it again then.');
    const { view, batchId } = known;
    const holds = holdsOf(view);
    let jot: Jot;
    try {
      jot = readJot(
        typed,
        {
          animals: view.animals,
          vessels: view.vessels.map(({ id, name }) => {
            const lot = holds.get(id);
            return {
              id,
              name,
              holds: lot
                ? lot.kind === 'milk' || lot.kind === 'cream' || lot.kind === 'skim'
                  ? lot.kind
                  : 'other'
                : null,
            };
          }),
        },
        say.system,
      );
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
      setWrong(error.message);
      return;
    }
    setWrong(undefined);
    const done = await carryOut(jot, view, batchId);
    if (done === true) setTyped('');
    else if (typeof done === 'string') setWrong(done);
  }

  async function carryOut(jot: Jot, view: PailView, batchId: string | undefined): Promise<boolean | string> {
    const atSeconds = clockSeconds();
    const holds = holdsOf(view);
    switch (jot.kind) {
      case 'milk': {
        const before = likeYesterday(view.milkings, now);
        if (jot.same && !before)
          return 'There was no milking yet to be the same as: say how much, “11.2 herd”.';
        const told = jot.same
          ? undefined
          : {
              quantity: jot.amount,
              from: jot.from,
              animalIds: jot.animalIds,
              vesselId: jot.vesselId,
              celsius: jot.celsius,
            };
        const { input, says } = milkCommand(view, before, told, say, typed);
        return act('milk.in', input, says);
      }
      case 'skim': {
        const lots = jot.vesselIds.map((id) => holds.get(id)!);
        const milkMass = lots.reduce((sum, { mass }) => sum + mass, 0);
        const milkFat = lots.reduce((sum, { fat }) => sum + fat, 0) / milkMass;
        const { kind, value } = jot.amount;
        const creamMass = kind === 'mass' ? value : value * creamDensity(0.22, 5);
        const into = creamGoesTo(
          view,
          value,
          lots.some(({ blockedReason }) => blockedReason !== null),
        );
        const use = jot.use ?? usualSkimUse(view.separations);
        return act(
          'milk.separate',
          {
            way: 'ladle',
            from: lots.map(({ id }) => ({ lotId: id })),
            cuts: [
              {
                lotId: newId(),
                mass: creamMass,
                fat: fatOfCut(milkMass, milkFat, creamMass),
                vesselId: into.vesselId,
              },
            ],
            skim: { to: 'use', use },
          },
          `${say.volume(value)} of cream off ${list(lots.map(({ vessel }) => vessel!.name))}, into ${into.name}; the skim ${toUse[use]}.`,
        );
      }
      case 'cream': {
        const { kind, value } = jot.amount;
        const fat = jot.fat ?? 0.36;
        return act(
          'cream.in',
          {
            lotId: newId(),
            mass: kind === 'mass' ? value : value * creamDensity(Math.min(0.6, fat), 4),
            fat,
            fatSd: jot.fat === undefined ? 0.03 : 0.01,
            fatMethod: 'label',
            treatment: 'pasteurised',
            vesselId: jot.vesselId ?? null,
          },
          `${kind === 'mass' ? say.mass(value) : say.volume(value)} of bought cream, ${Math.round(fat * 100)} % fat${jot.fat === undefined ? ' assumed' : ''}.`,
        );
      }
      case 'reading': {
        const lot = jot.vesselId ? holds.get(jot.vesselId) : undefined;
        if (lot)
          return act(
            'lot.record',
            { lotId: lot.id, events: [{ kind: 'reading', id: newId(), atSeconds, celsius: jot.celsius }] },
            `${lot.vessel!.name} reads ${say.temperature(jot.celsius)}.`,
          );
        if (batchId) return onTheChurn(batchId, { kind: 'reading', celsius: jot.celsius });
        return 'A temperature of what? Name the vessel: “blue jar 6 C”.';
      }
      case 'makeDay':
        return batchId ? onTheChurn(batchId, jot.act) : 'Nothing is being churned now.';
    }
  }

  /** What needs no more than the batch's id is written from here; what leans on its story, on its own page. */
  async function onTheChurn(batch: string, makeDay: MakeDay): Promise<boolean | string> {
    if (
      makeDay.kind === 'butter' ||
      makeDay.kind === 'packed' ||
      makeDay.kind === 'undo' ||
      makeDay.kind === 'reweighed'
    )
      return 'Say that on the churn’s own page, where the batch is before you.';
    const events = makeDayEvents(makeDay).map(
      (body, i) => ({ id: newId(), atSeconds: clockSeconds() + i / 1000, ...body }) as BatchEvent,
    );
    return act(
      'batch.record',
      { batchId: batch, events },
      `${events.map((event) => eventWords(event, say).long).join('; ')}.`,
      () =>
        void outbox
          .put('batch.record', {
            batchId: batch,
            events: events.map(({ id }) => ({
              id: newId(),
              atSeconds: clockSeconds(),
              kind: 'undone',
              eventId: id,
            })),
          })
          .then(() => router.refresh()),
    );
  }

  return (
    <JotField
      typed={typed}
      onTyped={(to) => {
        setTyped(to);
        setWrong(undefined);
      }}
      onWrite={() => void send()}
      wrong={wrong ?? refused?.message}
      example={
        say.system === 'metric'
          ? '11.2 herd · blue jar 6 C'
          : say.system === 'us'
            ? '3 gal herd · blue jar 43 F'
            : '18 pt herd · blue jar 6 C'
      }
      busy={busy}
    />
  );
}

const holdsOf = (view: PailView) =>
  new Map(view.lots.flatMap((lot) => (lot.vessel ? [[lot.vessel.id, lot] as const] : [])));
