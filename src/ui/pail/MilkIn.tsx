'use client';

import { useState } from 'react';
import { milkBlock, pooledMilkFat, richestMilk } from '@/core/dairy/milkIn';
import { list } from '@/core/quantities/list';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Place } from '@/core/standing/places';
import type { PailView } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { clockSeconds, useNow } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { QuantityField } from '../quantity/QuantityField';
import { justNow, momentOf, whenTold } from '../quantity/saidWhen';
import { understand } from '../quantity/understand';
import { milkCommand } from './milkCommand';
import styles from './Pail.module.css';
import type { MilkingDetails } from './usual';
import { likeWhen, likeYesterday, vesselFor } from './usual';
import { Press } from '../theme/Press';
import { wholeKilograms, wholeLitres } from '@/core/quantities/whole';

const MilkDifferently = laterPart(() => import('./MilkDifferently').then((part) => part.MilkDifferently));

export const milkRules = (system: PailView['farm']['unitSystem']) => ({
  system,
  kinds: ['volume', 'mass'] as const,
  bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[system],
  check: ({ kind, value }: { kind: string; value: number }) =>
    value <= 0
      ? 'There has to be some milk: an amount above zero is needed.'
      : value > 2_000_000
        ? `That is ${(kind === 'mass' ? wholeKilograms : wholeLitres)(value / 1000)} at once: check the unit.`
        : undefined,
});

const isoDay = (seconds: number, timeZone: string): string =>
  new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(
    new Date(seconds * 1000),
  );

/** Milk in: one tap when it is as yesterday, one number when only the amount differs, a few taps for the rest. */
export function MilkIn({
  view,
  open: wasOpen = false,
  main = false,
}: {
  view: PailView;
  open?: boolean;
  /** Nothing else presses here: it is the main thing to do. */
  main?: boolean;
}) {
  const say = useSay();
  const now = useNow(60_000);
  const { act, refused, busy } = useAct();
  const before = likeYesterday(view.milkings, now);
  const usual = (before?.details ?? {}) as MilkingDetails;
  const [open, setOpen] = useState(wasOpen);
  const [typed, setTyped] = useState('');
  const [of, setOf] = useState<string>();
  const [vesselId, setVesselId] = useState<string>();
  const [place, setPlace] = useState<Place>();
  const [fatTyped, setFatTyped] = useState('');
  const [heatTyped, setHeatTyped] = useState('');
  const [unstrained, setUnstrained] = useState(false);
  const [when, setWhen] = useState(justNow);
  const milkedAt = momentOf(when, now);
  const amount = understand(typed, milkRules(say.system));
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const fat = understand(fatTyped, {
    system: say.system,
    kinds: ['fraction'],
    bareUnit: '%',
    check: ({ value }) =>
      value > richestMilk
        ? `${text(spokenFraction(value))} is no milk: it holds at most 12 % fat.`
        : undefined,
  });
  const heat = understand(heatTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 0 || value > 42 ? say.words('Milk comes in between 0 and 42 °C.') : undefined,
  });
  const milked = view.animals.filter((animal) => animal.milked);
  const usualOf = usual.from === 'animals' ? (usual.animalIds?.[0] ?? 'herd') : (usual.from ?? 'herd');
  const chosenOf = of ?? usualOf;
  const from = chosenOf === 'herd' || chosenOf === 'bought' ? chosenOf : 'animals';
  const animals =
    from === 'animals' ? view.animals.filter(({ id }) => id === chosenOf) : from === 'herd' ? milked : [];
  const day = isoDay(milkedAt ?? now, view.farm.timeZone);
  const block = milkBlock(animals, day);
  const expected = pooledMilkFat(animals, day);
  const volume = quantity?.value ?? (before ? before.mass / 1.03 : 2000);
  const wouldBe = vesselFor(view, before, volume);
  const wrong = milkedAt === undefined || [fat, heat].some((one) => one && 'wrong' in one);

  async function send() {
    if (!quantity || milkedAt === undefined) return;
    const { input, says } = milkCommand(
      view,
      before,
      {
        quantity,
        from,
        animalIds: from === 'animals' ? [chosenOf] : [],
        ...(vesselId === undefined ? {} : { vesselId: vesselId === 'none' ? null : vesselId }),
        ...(fat && 'quantity' in fat ? { fat: fat.quantity.value } : {}),
        ...(heat && 'quantity' in heat ? { celsius: heat.quantity.value } : {}),
        ...(place ? { place } : {}),
        strained: !unstrained,
        ...whenTold(when, clockSeconds()),
      },
      say,
      typed.trim(),
    );
    if (await act('milk.in', input, block ? `${says} Kept from people: ${block.reason}.` : says)) {
      setTyped('');
      setOpen(false);
      setVesselId(undefined);
      setWhen(justNow);
    }
  }

  return (
    <section className={styles.in} aria-label="Milk in">
      <div className={styles.acts}>
        {before && !quantity && (
          <Press
            look={main ? 'main' : 'quiet'}
            disabled={busy}
            style={{
              minHeight: 72,
              fontSize: '1.2rem',
              flexDirection: 'column',
              alignItems: 'flex-start',
              paddingInline: 24,
            }}
            onClick={() => {
              const { input, says } = milkCommand(view, before, undefined, say, '');
              void act('milk.in', input, says);
            }}
          >
            Same as {likeWhen(before.atSeconds, now, say.dateOf)}, {say.volume(before.mass / 1.03)}
            <small className={styles.small}>
              {wouldBe ? `into ${wouldBe.name}` : 'into a pail'}
              {usual.from === 'animals' &&
                `, ${list(view.animals.filter(({ id }) => usual.animalIds?.includes(id)).map(({ name }) => name))}`}
            </small>
          </Press>
        )}
        <div style={{ flex: '1 1 220px', maxWidth: 380 }}>
          <QuantityField
            label="How much milk"
            typed={typed}
            onTyped={setTyped}
            understood={amount}
            system={say.system}
            hint={{ metric: '11.2 L, or kilograms', us: '3 gal, or 12 qt', imperial: '18 pints' }[say.system]}
            onEnter={() => void send()}
          />
        </div>
        {quantity && (
          <Press
            look="main"
            disabled={busy || wrong}
            style={{ minHeight: 72, fontSize: '1.2rem' }}
            onClick={() => void send()}
          >
            Milk in
          </Press>
        )}
        <Press
          look="word"
          style={{ minHeight: 56 }}
          aria-expanded={open}
          onClick={() => setOpen((was) => !was)}
        >
          {open ? 'As usual' : 'Differently'}
        </Press>
      </div>
      {(quantity || open) && block && (
        <p className={styles.refused} role="status">
          This milk will be kept from people’s food until {say.day(block.until)}: {block.reason}.
        </p>
      )}
      <RefusedSentence refused={refused} />
      {open && (
        <MilkDifferently
          view={view}
          day={day}
          milked={milked}
          chosenOf={chosenOf}
          onOf={setOf}
          when={when}
          onWhen={setWhen}
          into={vesselId ?? wouldBe?.id ?? 'none'}
          onInto={setVesselId}
          place={place ?? usual.place ?? 'fridge'}
          onPlace={setPlace}
          fat={{ typed: fatTyped, onTyped: setFatTyped, understood: fat }}
          heat={{ typed: heatTyped, onTyped: setHeatTyped, understood: heat, usual: usual.celsius ?? 35 }}
          expected={expected}
          unstrained={unstrained}
          onUnstrained={setUnstrained}
        />
      )}
    </section>
  );
}
