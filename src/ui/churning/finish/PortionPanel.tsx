'use client';

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { allergensOf } from '@/core/keeping/allergens';
import { keepingCautions } from '@/core/keeping/cautions';
import type { Storage } from '@/core/keeping/keepingDate';
import { portionKept } from '@/core/keeping/portionKept';
import { decimal, spokenFraction, text } from '@/core/quantities/formatQuantity';
import { usualMoisture } from '@/core/salting/salts';
import type { BatchView } from '@/server/churning/views';
import { Cautions } from '../../caution/Caution';
import { Door } from '../../board/Door';
import { useFarm, useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { useNow } from '../../frame/useNow';
import { newId } from '../../outbox/newId';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { Quiet } from '../../theme/Enamel';
import { ButterRemedied } from './ButterCard';
import { ByCount } from './ByCount';
import { useOffered } from '../offered';
import { Key } from '../Key';
import type { PortionDraft, ReadPortion } from './portionDraft';
import { freshPortion, portionEvents, readPortion } from './portionDraft';
import { PortionOptions } from './PortionOptions';
import { Portions } from './Portions';
import { SaltChooser } from './SaltChooser';
import type { TellsWhen } from './ToldWhen';
import { ToldFor, useTold, WhenDoor } from './ToldWhen';
import type { LiveBatch } from '../useBatch';
import { storageWords } from '../words';
import styles from './PortionPanel.module.css';

/** Salt, weigh, pack: one portion unless the maker divides the butter. */
export function PortionPanel({
  view,
  story,
  foreseen,
  record,
  tells,
  onWash,
}: {
  view: BatchView;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
  tells: TellsWhen;
  onWash: () => void;
}) {
  const say = useSay();
  const { saltTeaspoon } = useFarm();
  const { facts, moulds } = view;
  const told = useTold(tells, story, record);
  const [draft, change, forget] = useDraft<PortionDraft>(`portion:${view.id}`, () =>
    freshPortion(facts, moulds, story.portions.length > 0, say.system),
  );
  const read = readPortion(draft, { facts, story, foreseen, moulds, system: say.system, saltTeaspoon });
  const { typedMass, weighed, salting, ways, tooMuch, low, high, toCome } = read;
  const ready = read.ready && !told.waits;
  const { typed, storage, ghee } = draft;
  const mixed = read.things.map(({ of }) => of);
  const early = saltedEarly(story);
  const allPutBy = !told.waits && story.portions.length > 0 && typed.trim() === '' && !draft.notWeighed;
  const clear = () =>
    change({ notWeighed: false, typed: '', count: '1', name: '', ghee: false, gheeTyped: '' });
  function pack() {
    if (ready) told.record([...portionEvents(draft, read, newId), { kind: 'packed' }]);
    else if (allPutBy) told.record({ kind: 'packed' });
    else return;
    clear();
    forget();
  }
  function putBy() {
    if (!ready) return;
    told.record(portionEvents(draft, read, newId));
    change({ dividing: true });
    clear();
  }
  useOffered({ pack: ready || allPutBy ? pack : undefined, portion: ready ? putBy : undefined });
  const inHand = { facts, story, butterMass: foreseen.butter.mass, record };
  const salted = salting !== undefined && salting.way !== 'none';
  const saltSaid =
    salted && ways
      ? `${say.mass(ways.salt)}, ${text(spokenFraction(ways.share))} of the butter, ${decimal(ways.teaspoons, 1)} level tsp`
      : read.inIt > 0
        ? 'none besides the cream’s'
        : 'none';
  // As the scale reads it: with the salt, where it is weighed after it went in.
  const saltIn = draft.saltIn && salted && ways ? ways.salt : 0;
  return (
    <section className={styles.panel} aria-label="Salt, weigh, pack">
      <ButterRemedied {...inHand} />
      {story.portions.length > 0 && <Portions story={story} water={usualMoisture} record={record} />}
      {story.portions.length === 0 && story.washes.at(-1)?.clarity !== 'clear' && (
        <p className={styles.note}>
          {story.washes.length > 0
            ? ''
            : story.worked.length > 0
              ? 'Pressed, not washed. '
              : 'Not washed yet. '}
          <button type="button" onClick={onWash}>
            {story.washes.length > 0 ? 'Wash it once more' : 'Wash it'}
          </button>
        </p>
      )}
      <div className={styles.first}>
        <Door name={weighed ? 'Salt' : 'Salt, for the butter expected'} value={saltSaid}>
          <SaltChooser
            draft={draft.salt}
            onDraft={(to) => change({ salt: to })}
            ways={ways}
            early={undefined}
            creamOf={read.creamOf}
          />
          {read.inIt > 0 && (
            <p className={styles.note}>
              About {say.mass(read.inIt)} of the salt that was in the cream is still in it
              {salted && ways ? `: ${say.mass(Math.max(0, ways.salt - read.inIt))} is still to add` : ''}.
            </p>
          )}
        </Door>
        {draft.notWeighed ? (
          <p className={styles.note} role="status">
            Not weighed: taken as {say.massRange(Math.max(0, low), high)}, what its fat makes.{' '}
            <button type="button" onClick={() => change({ notWeighed: false })}>
              Weigh it after all
            </button>
          </p>
        ) : draft.noScale ? (
          <ByCount draft={draft} read={read} change={change} moulds={moulds} />
        ) : (
          <QuantityField
            label={draft.dividing ? 'This portion weighs' : 'The butter weighs'}
            typed={typed}
            onTyped={(text) => change({ typed: text })}
            understood={
              tooMuch
                ? {
                    wrong: `That is more butter than there was cream (${say.mass(facts.creamMass)}): check the unit, or the scale's tare.`,
                  }
                : typedMass
            }
            system={say.system}
            hint={
              low <= 0
                ? 'what is left'
                : `the scale should read ${say.massRange(low + saltIn, high + saltIn)}${saltIn > 0 ? ', its salt in it' : ''}`
            }
            onEnter={pack}
            says={
              typedMass && 'quantity' in typedMass && typedMass.quantity.kind === 'volume' && weighed
                ? `= ${say.about(weighed.mass)} at 0.95 g/mL, give or take 8 %`
                : undefined
            }
          />
        )}
      </div>
      {early && salted && <p className={styles.early}>△ {early}</p>}
      {read.odd !== undefined ? (
        <p className={styles.note} role="status">
          Is it really {say.mass(read.weighed!.mass)}? About {say.about(read.odd)} was to be expected: look at
          the unit and the digits. It can be packed all the same.
        </p>
      ) : (
        read.heavier !== undefined && (
          <p className={styles.note} role="status">
            About {say.about(read.heavier)} heavier than its fat explains: water or buttermilk is still in it,
            or the scale was not at nought. Press it and weigh again, or pack it as it is.
          </p>
        )
      )}
      <Places
        draft={draft}
        read={read}
        view={view}
        washed={story.washes.length > 0}
        at={told.at}
        change={change}
      />
      <Cautions
        cautions={[
          ...keepingCautions({ additions: mixed, storage }, facts.treatment === 'raw'),
          ...(ghee ? read.gheeForeseen.cautions : []),
        ]}
      />
      {toCome && (
        <div className={styles.toCome}>
          <span>
            By the fat, <strong>{say.massRange(toCome.low, toCome.high)}</strong> more is still to come.
          </span>
          <Button variant="outlined" onClick={putBy} disabled={!ready} data-act="portion">
            Put this by, weigh the rest <Key of="z" />
          </Button>
        </div>
      )}
      <ToldFor at={told.at} onWhen={tells.onWhen} />
      <Button
        variant="contained"
        onClick={pack}
        disabled={!(ready || allPutBy)}
        sx={{ minHeight: 96, fontSize: '1.5rem' }}
        data-act="pack"
      >
        {toCome ? 'That is all: pack and date it' : allPutBy ? 'Pack' : 'Pack and date it'}
        <Key of="k" />
      </Button>
      <PortionOptions
        draft={draft}
        read={read}
        change={change}
        story={story}
        record={record}
        onPutBy={putBy}
        inHand={inHand}
        mixedBefore={view.mixedBefore}
        when={<WhenDoor legend="Packed" tells={tells} told={told} />}
      />
      {(storage === 'crock' || read.pieces || moulds.length > 0) && (
        <Quiet>
          {storage === 'crock'
            ? 'Press it into the crock without a pocket of air; salted water over it, changed every 3 to 5 days.'
            : 'Wooden moulds and hands are scalded, then soaked cold, or the butter sticks; press out every pocket of air.'}
        </Quiet>
      )}
      <Quiet>
        Hands in ice water before they touch it. On the label:{' '}
        {allergensOf({ additions: mixed, mixedIn: read.things }, ghee)}
      </Quiet>
    </section>
  );
}

/** Where it is kept, each place with the day it is good till there. */
function Places({
  draft: { storage, ghee },
  read: { total, ways, things },
  view: { facts },
  washed,
  at,
  change,
}: {
  draft: PortionDraft;
  read: ReadPortion;
  view: BatchView;
  washed: boolean;
  /** When it was packed, where that was earlier, s. */
  at: number | undefined;
  change: (to: Partial<PortionDraft>) => void;
}) {
  const say = useSay();
  const now = useNow(60_000);
  const today = say.dateOf(now);
  const made = say.dateOf(at ?? now);
  const [chosenHere, setChosenHere] = useState(false);
  const till = (place: Storage): { days: number; says: string; reasons: string[] } => {
    const butter = {
      mass: total ?? 100,
      saltMass: total ? ways!.salt : 100 * (ways?.share ?? 0),
      storage: place,
      additions: things.map(({ of }) => of),
      ...(ghee ? { ghee: { mass: 1, weighed: false } } : {}),
    };
    const { until, days, reasons } = portionKept(facts, washed, butter, made);
    return { days, says: days > 0 ? `till ${say.day(until, today)}` : 'not this butter', reasons };
  };
  const chosen = till(storage);
  const safe = (Object.keys(storageWords) as Storage[]).find((place) => till(place).days > 0);
  // What was usual last time is no choice for butter that may not stand there.
  const carriedOver = !chosenHere && chosen.days === 0 && safe !== undefined;
  useEffect(() => {
    if (carriedOver) change({ storage: safe });
  });
  return (
    <>
      <Chips
        legend="Kept in the"
        chosen={storage}
        onChoose={(to) => {
          setChosenHere(true);
          change({ storage: to });
        }}
        choices={(Object.keys(storageWords) as Storage[]).map((key) => ({
          key,
          name: storageWords[key],
          small: till(key).says,
        }))}
      />
      {chosen.days === 0 && (
        <p className={styles.note} role="status">
          Not {storage === 'counter' ? 'on' : 'in'} the {storageWords[storage].toLowerCase()}:{' '}
          {say.words(chosen.reasons.join('; '))}.
        </p>
      )}
    </>
  );
}

/** What is wrong with salting it now, if anything. */
function saltedEarly({ drains, washes }: BatchStory): string | undefined {
  if (drains.length === 0) return 'The buttermilk is not drained yet: salt put in now leaves with it.';
  if (washes.length === 0 || washes.at(-1)?.clarity === 'clear') return undefined;
  return 'The last wash was not clear: salt put in before another wash leaves with the water.';
}
