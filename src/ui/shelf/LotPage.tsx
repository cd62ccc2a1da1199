'use client';

import { timesSaid } from '@/core/quantities/counted';
import { laterPart } from '../frame/laterPart';
import Link from 'next/link';
import { isMade, kindNames, kindWord } from '@/core/standing/lotKinds';
import { curdWords } from '@/core/byProducts/curdWays';
import { meantFor } from '@/core/standing/meant';
import { places } from '@/core/standing/places';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { points } from '@/core/quantities/points';
import type { LotView } from '@/server/shelf/views';
import { Beside } from '../board/Beside';
import { Rail } from '../board/Board';
import { Door, Doors } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { LargeWare } from '../standing/LargeWare';
import { AlarmCaution } from '../standing/AlarmCaution';
import { sayAge, sayMuch } from '../standing/lotNow';
import { notesOf, notesSaid } from '../standing/notesOf';
import { useLotsNow } from '../standing/useLotsNow';
import { Quiet } from '../theme/Enamel';
import { keeps, oldLine } from './keepsCulture';
import { meantNames } from '../standing/meantNames';
import { Temper } from './Temper';
import room from './LotPage.module.css';

const HeatCard = laterPart(() => import('../standing/HeatCard').then((part) => part.HeatCard));
const TemperatureCard = laterPart(() =>
  import('../standing/TemperatureCard').then((part) => part.TemperatureCard),
);
const PourCard = laterPart(() => import('../standing/PourCard').then((part) => part.PourCard));
const MeantFor = laterPart(() => import('../standing/MeantFor').then((part) => part.MeantFor));
const UseCard = laterPart(() => import('../standing/UseCard').then((part) => part.UseCard));
const ButterPiece = laterPart(() => import('../board/ButterPiece').then((part) => part.ButterPiece), null);
const CorrectLot = laterPart(() => import('../standing/CorrectLot').then((part) => part.CorrectLot));
const KeepCulture = laterPart(() => import('./KeepCulture').then((part) => part.KeepCulture));
const LotNotes = laterPart(() => import('../standing/LotNotes').then((part) => part.LotNotes));
const Ripen = laterPart(() => import('./Ripen').then((part) => part.Ripen));
const TableCream = laterPart(() => import('./TableCream').then((part) => part.TableCream));
const ThrowOut = laterPart(() => import('./ThrowOut').then((part) => part.ThrowOut));
const Trail = laterPart(() => import('./Trail').then((part) => part.Trail));

/** What to do with a thing that is kept from people, by what it is. */
const blockedToDo = (kind: string): string =>
  kind === 'butter' || kind === 'ghee'
    ? 'Set it apart and mark it. It is not eaten, sold or given away; ask the vet before any animal gets it.'
    : 'Keep it in a vessel of its own, marked. Ask the vet before any animal gets it; otherwise pour it away.';
/** The board’s rail is full at so much fat in one vessel, g. */
const railFull = 400;
/** One lot at rest: ripen it, temper it, use it, and its whole way. */
export function LotPage({ view }: { view: LotView }) {
  const say = useSay();
  const now = Math.floor(useNow(5000) / 5) * 5;
  const [one] = useLotsNow([view.lot]);
  if (!one) return null;
  const { lot, story } = one;
  const empty = lot.mass <= 0.5;
  const out = one.judged.discard !== undefined && lot.blockedReason === null;
  const pourable = lot.kind !== 'butter' && lot.kind !== 'ghee';
  const stands = !empty && pourable;
  // Where there is nothing to sour or temper, using it is what is left to do.
  const opensUse =
    lot.kind !== 'cream' &&
    ((isMade(lot.kind) && !(story?.souring && !story.soured)) ||
      story?.soured === true ||
      lot.kind === 'culture' ||
      story?.spoiled !== undefined);
  const keepsSome =
    lot.ripened && !out && (lot.kind === 'buttermilk' || lot.kind === 'culture' || lot.kind === 'cream');
  return (
    <Beside
      label={`${kindNames[lot.kind]}, as it stands`}
      drawing={
        pourable ? (
          <LargeWare one={one} />
        ) : (
          <span className={room.piece}>
            <ButterPiece mass={Math.max(100, Math.min(1500, lot.mass))} form="block" salted={false} />
          </span>
        )
      }
      rail={<Rail fat={Math.max(0, lot.fat)} scale={railFull} />}
      below={
        <p className={room.standing}>
          <strong>{lot.vessel?.name ?? `${kindNames[lot.kind]} ${lot.code}`}</strong>
          {!empty && `${pourable ? sayMuch(one, say) : say.mass(lot.mass)}, ${sayAge(one.ageHours)}`}
        </p>
      }
    >
      <div className={room.lot}>
        <header className={room.said}>
          <h1>
            {lot.vessel?.name ?? `${kindNames[lot.kind]} ${lot.code}`}
            {empty ? ': empty' : one.waiting.word === lot.kind ? '' : `: ${one.waiting.word}`}
          </h1>
          <p>
            {empty
              ? `${kindNames[lot.kind]} that is used up.`
              : `${sayMuch(one, say)} of ${kindWord(lot.kind)}, ${text(spokenFraction(one.fatShare, lot.kind === 'cream' ? 0 : 2))} fat${lot.fatSd && lot.kind === 'cream' ? ` ± ${points(lot.fatSd)}` : ''}, ${lot.treatment}, ${lot.kind === 'curd' && lot.details.way ? `${curdWords[lot.details.way]}, ` : ''}${isMade(lot.kind) ? '' : 'oldest part '}${sayAge(one.ageHours)}${lot.details.line ? `, ${lot.details.line.name}${lot.details.line.generation > 0 ? ` carried on ${timesSaid(lot.details.line.generation)}` : ''}` : ''}.`}
          </p>
        </header>
        {lot.blockedReason && (
          <Cautions
            cautions={[
              { key: 'blocked', level: 'danger', says: `Kept from people’s food. ${lot.blockedReason}.` },
            ]}
          />
        )}
        <AlarmCaution one={one} now={now} />
        {!empty && lot.details.despite && (
          <Cautions
            cautions={[
              {
                key: 'despite',
                level: 'danger',
                says: `Made of what should have been thrown out: ${say.words(lot.details.despite)}. It is not for people.`,
              },
            ]}
          />
        )}
        {!empty && lot.blockedReason && <Quiet>{blockedToDo(lot.kind)}</Quiet>}
        {!empty && (lot.details.water ?? 0) > 0 && (
          <Quiet>
            {say.mass(lot.details.water!)} of it is water that was added in the churn; net it was{' '}
            {say.mass(Math.max(0, lot.mass - lot.details.water!))} of buttermilk.
          </Quiet>
        )}
        {stands && out && (
          <ThrowOut one={one} souring={<Ripen one={one} cultures={view.cultures} now={now} />} />
        )}
        {stands &&
          !out &&
          story?.souring &&
          !(lot.kind === 'cream' && story.soured) &&
          lot.kind !== 'culture' && <Ripen one={one} cultures={view.cultures} now={now} />}
        {stands && !out && lot.kind === 'cream' && !one.table && (!story?.souring || story.soured) && (
          <Temper one={one} now={now} usual={view.last?.temperature} />
        )}
        {stands && (
          <Doors>
            <Door
              name="Temperature"
              value={`${say.temperature(Math.round(one.celsius))}, ${places[story?.place ?? 'fridge'].inSentence}`}
              group="lot"
            >
              <TemperatureCard one={one} now={now} title="Temperature" />
            </Door>
            {!out && story?.souring && story.soured && lot.kind === 'cream' && (
              <Door name="Its souring" value="thick and tart" group="lot">
                <Ripen one={one} cultures={view.cultures} now={now} />
              </Door>
            )}
            {lot.kind !== 'culture' &&
              !isMade(lot.kind) &&
              !out &&
              !story?.souring &&
              !story?.soured &&
              !story?.spoiled && (
                <Door
                  name="Sour it"
                  value="sweet; with a culture, or by itself"
                  open={lot.kind !== 'cream'}
                  group="lot"
                >
                  <Ripen one={one} cultures={view.cultures} now={now} />
                </Door>
              )}
            {keepsSome && (
              <Door
                open={lot.kind === 'culture'}
                name="Keep some as culture"
                value={
                  (lot.details.line?.generation ?? 0) >= oldLine
                    ? 'carried on often: begin it anew soon'
                    : `${say.mass(Math.min(keeps, lot.mass))} for the next time`
                }
                group="lot"
              >
                <KeepCulture lot={lot} />
              </Door>
            )}
            {!out && lot.kind === 'cream' && !lot.ripened && !story?.souring && !lot.blockedReason && (
              <Door
                name="For the table, or the churn"
                value={one.table ? 'kept for the table' : 'for the churn; or thinned, whipped'}
                open={one.table}
                group="lot"
              >
                <TableCream one={one} standing={view.standing} />
              </Door>
            )}
            {!out && (lot.kind === 'skim' || lot.kind === 'buttermilk') && (
              <Door name="Kept for" value={meantNames[meantFor(lot.events) ?? 'nothing']} group="lot">
                <MeantFor one={one} />
              </Door>
            )}
            {!out && (
              <Door
                name="Use it, or pour it"
                value="otherwise, some or all of it"
                open={opensUse && !(keepsSome && lot.kind === 'culture')}
                group="lot"
              >
                <UseCard
                  one={one}
                  yoghurts={view.yoghurts}
                  usual={isMade(lot.kind) ? 'eaten' : lot.kind === 'buttermilk' ? 'baked' : 'pigs'}
                />
                {(lot.kind === 'cream' || lot.kind === 'skim' || lot.kind === 'buttermilk') && (
                  <PourCard one={one} house={{ vessels: view.vessels, lots: view.standing }} />
                )}
              </Door>
            )}
            {lot.treatment === 'raw' &&
              !isMade(lot.kind) &&
              !out &&
              !lot.ripened &&
              !story?.souring &&
              !story?.soured && (
                <Door name="Pasteurise it" value="raw until then" group="lot">
                  <HeatCard one={one} />
                </Door>
              )}
          </Doors>
        )}
        <Door
          name={lot.details.from === 'bought' ? 'Notes, put right' : 'Notes'}
          value={notesSaid(notesOf(lot.events))}
          group="lot"
          half
        >
          <LotNotes lot={lot} about={`this ${kindWord(lot.kind)}`} />
          {lot.details.from === 'bought' && <CorrectLot one={one} animals={[]} />}
        </Door>
        {stands && (
          <Quiet>
            <a href={`/api/lots/${lot.id}/label`}>
              {lot.blockedReason || out ? 'Jar label: not for drinking' : 'Jar label'}
            </a>
            {!lot.blockedReason && !out && (
              <>
                {' · '}
                <a href={`/api/lots/${lot.id}/label?for=animals`}>the same, not for drinking</a>
              </>
            )}
          </Quiet>
        )}
        {view.trail.lots.length <= 1 ? (
          <Quiet>Nothing came of it yet, and it came of nothing else.</Quiet>
        ) : (
          <Door
            name="Where it came from, and what came of it"
            value={`${view.trail.lots.length - 1} other ${view.trail.lots.length === 2 ? 'lot' : 'lots'}, from the milkings to the pats`}
            open={!stands}
          >
            <div className={room.trail}>
              <Trail trail={view.trail} lotId={lot.id} />
            </div>
          </Door>
        )}
        <Quiet>
          <Link href="/shelf">Shelf</Link> / {lot.code} · <Link href={`/recall/${lot.id}`}>Recall sheet</Link>
        </Quiet>
      </div>
    </Beside>
  );
}
