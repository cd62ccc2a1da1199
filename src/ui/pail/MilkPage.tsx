'use client';

import { laterPart } from '../frame/laterPart';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { coolsFirst } from '@/core/standing/judgeLot';
import { notTakenBack } from '@/core/standing/lotStory';
import { places } from '@/core/standing/places';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { points } from '@/core/quantities/points';
import type { PailView } from '@/server/pail/views';
import { Door } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { AlarmCaution } from '../standing/AlarmCaution';
import { sayAge } from '../standing/lotNow';
import { notesOf, notesSaid } from '../standing/notesOf';
import { useLotsNow } from '../standing/useLotsNow';
import { useLotRecord } from '../standing/useLotRecord';
import { SkimGauge } from './SkimGauge';

const HeatCard = laterPart(() => import('../standing/HeatCard').then((part) => part.HeatCard));
const AskMilk = laterPart(() => import('../asking/AskMilk').then((part) => part.AskMilk), null);
const CorrectLot = laterPart(() => import('../standing/CorrectLot').then((part) => part.CorrectLot));
const LotNotes = laterPart(() => import('../standing/LotNotes').then((part) => part.LotNotes));
const TemperatureCard = laterPart(() =>
  import('../standing/TemperatureCard').then((part) => part.TemperatureCard),
);
const PourCard = laterPart(() => import('../standing/PourCard').then((part) => part.PourCard));
const UseCard = laterPart(() => import('../standing/UseCard').then((part) => part.UseCard));

/** One vessel of milk: how far it has creamed and what a ladle takes, how it cools, and other ends for it. */
export function MilkPage({ view, lotId }: { view: PailView; lotId: string }) {
  const say = useSay();
  const now = useNow(15_000);
  const [one] = useLotsNow(view.lots.filter(({ id }) => id === lotId));
  const { record } = useLotRecord(lotId);
  if (!one) return null;
  const { lot, story, waiting, judged } = one;
  const unstrained =
    lot.details.strained === false && !notTakenBack(lot.events).some(({ kind }) => kind === 'strained');
  const cooling = waiting.word === 'cooling';
  return (
    <SkimGauge
      view={view}
      one={one}
      warm={coolsFirst(waiting)}
      pressing={waiting.tone === 'danger' || coolsFirst(waiting)}
      which={
        <>
          {say.volume(one.volume)}, {sayAge(one.ageHours)}, {say.temperature(Math.round(one.celsius))}
        </>
      }
      whence={
        <>
          <Link href="/pail">Pail</Link> / {lot.code} · <Link href={`/recall/${lot.id}`}>Recall sheet</Link>
          {lot.details.animals &&
            lot.details.animals.length > 0 &&
            `, of ${lot.details.animals.join(', ')}`}, {text(spokenFraction(one.fatShare))} fat
          {lot.fatSd ? ` ± ${points(lot.fatSd)}` : ''}
          {lot.details.fatHow ? ` (${lot.details.fatHow.join('; ')})` : ''}.
          {unstrained && (
            <>
              {' '}
              Not strained yet.{' '}
              <Button size="small" onClick={() => void record({ kind: 'strained' }, 'It is strained.')}>
                Strained now
              </Button>
            </>
          )}
        </>
      }
      before={
        <>
          {lot.blockedReason && (
            <Cautions
              cautions={[
                {
                  key: 'blocked',
                  level: 'danger',
                  says: `Kept from people’s food. ${lot.blockedReason}${lot.blockedUntil ? `; milk from after ${say.day(lot.blockedUntil)} is free again` : ''}.`,
                },
              ]}
            />
          )}
          <AlarmCaution one={one} now={now} />
        </>
      }
      doors={
        <>
          <Door
            name="Cooling"
            value={`${say.temperature(Math.round(one.celsius))}, ${places[story?.place ?? 'fridge'].inSentence}`}
            open={cooling || waiting.tone === 'danger'}
          >
            <TemperatureCard one={one} now={now} title="Cooling" />
          </Door>
          <Door name="Use it whole, or pour it" value="drunk, baked, into another jar, some or all">
            <UseCard one={one} usual="drunk" />
            <PourCard one={one} house={view} />
          </Door>
          {!judged.discard && (
            <Door
              name="Pasteurise, boil"
              half
              value={lot.treatment === 'raw' ? 'raw until then' : lot.treatment}
            >
              <HeatCard one={one} />
            </Door>
          )}
          <Door name="Notes, put right" value={notesSaid(notesOf(lot.events))} half>
            <LotNotes lot={lot} about="this milk" />
            <CorrectLot one={one} animals={view.animals} />
          </Door>
          {!judged.discard && !lot.blockedReason && waiting.tone !== 'danger' && (
            <AskMilk one={one} animals={view.animals} today={say.dateOf(now)} />
          )}
        </>
      }
    />
  );
}
