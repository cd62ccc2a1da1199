'use client';

import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import { curdPlan } from '@/core/byProducts/curdPlan';
import type { CurdWay } from '@/core/byProducts/curdWays';
import { madeOf, mostMade } from '@/core/byProducts/madeOf';
import type { Use } from '@/core/byProducts/uses';
import { cautionsOfUse, mayGoTo, purposeFor, purposeOf, usesOf } from '@/core/byProducts/uses';
import { isMade, kindNames, kindWord } from '@/core/standing/lotKinds';
import type { ShownLot } from '@/server/pail/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { toUse, useNames } from '../pail/usual';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import type { LotNow } from './lotNow';
import { ownYoghurts } from './ownYoghurts';
import { YoghurtBegins } from './YoghurtBegins';
import { sayMuch } from './lotNow';

/** A jug reads this much more than there is, and it was all of it. */
const jugOver = 1.06;
/** Yoghurt weighs about as much as the milk it is of, g/mL (engineering estimate). */
const yoghurtDensity = 1.03;

/** Some of a lot, or all of it, to a named use. What is kept from people is offered to no use that feeds them. */
export function UseCard({
  one,
  usual = 'pigs',
  yoghurts = [],
}: {
  one: LotNow;
  usual?: Use | undefined;
  /** Yoghurt of the house’s own, to begin yoghurt with. */
  yoghurts?: readonly ShownLot[];
}) {
  const say = useSay();
  const { act, refused } = useAct();
  const { lot } = one;
  const blocked = lot.blockedReason !== null;
  const offered = usesOf(lot.kind).filter((use) => mayGoTo(use, blocked));
  const safe = (use: Use) => offered.includes(use) && !one.judged.mayNot[purposeOf[use] ?? 'pour'];
  const [chosen, setTo] = useState<Use>();
  // What was usual is offered only where it is safe for this lot, as it stands now.
  const to = chosen ?? ([usual, blocked ? 'spilled' : 'pigs'] satisfies Use[]).find(safe) ?? 'spoiled';
  const [typed, setTyped] = useState('');
  const [came, setCame] = useState('');
  const [heated, setHeated] = useState(true);
  const soured = one.story?.soured ?? lot.ripened;
  const [wayChosen, setWay] = useState<CurdWay>();
  const [begun, setBegun] = useState<'begins' | 'ready'>();
  const makes = isMade(to) ? to : undefined;
  const above = ({ value }: { value: number }) => (value <= 0 ? 'An amount above zero is needed.' : undefined);
  const { density } = one;
  const inGrams = (quantity: { kind: string; value: number }, of: number) =>
    quantity.kind === 'mass' ? quantity.value : quantity.value * of;
  const amount = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: isMade(lot.kind)
      ? { metric: 'g', us: 'oz', imperial: 'oz' }[say.system]
      : { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: (found) =>
      above(found) ??
      (inGrams(found, density) > lot.mass * jugOver + 1 ? `There is ${sayMuch(one, say)} of it.` : undefined),
  });
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const mass = quantity && inGrams(quantity, density);
  const of = Math.min(lot.mass, mass ?? lot.mass);
  const cameOf = understand(came, {
    system: say.system,
    kinds: makes === 'yoghurt' ? ['volume', 'mass'] : ['mass'],
    bareUnit: { metric: 'g', us: 'oz', imperial: 'oz' }[say.system],
    check: (found) =>
      above(found) ??
      (makes && inGrams(found, yoghurtDensity) > mostMade(makes, of)
        ? `At most ${say.mass(mostMade(makes, of))} can come of ${say.mass(of)}.`
        : undefined),
  });
  const weighed = cameOf && 'quantity' in cameOf ? inGrams(cameOf.quantity, yoghurtDensity) : undefined;
  const much = quantity && mass !== undefined ? sayMuch({ lot: { ...lot, mass }, volume: mass / density }, say) : 'All of it';
  // How it parted is known where it was soured here.
  const way: CurdWay =
    wayChosen ?? (!soured ? 'heatAcid' : one.story?.souring?.route === 'natural' ? 'clabber' : 'cultured');
  const isHeated = makes !== 'whipped' && !(makes === 'curd' && way !== 'heatAcid') && heated;
  const begins = makes === 'yoghurt' && (begun ?? (soured ? 'ready' : 'begins')) === 'begins';
  const curd =
    makes === 'curd' && of > 0
      ? curdPlan({ milkMass: of, milkFat: Math.min(0.12, one.fatShare), way, vinegar: 0.05 })
      : undefined;
  const purpose = purposeFor(to, isHeated);
  const forbidden = purpose && !blocked ? one.judged.mayNot[purpose] : undefined;
  return (
    <Enamel className={styles.stack} aria-label="Use some of it">
      <h2 style={{ margin: 0 }}>Use it</h2>
      <Chips legend="For" chosen={to} onChoose={setTo} choices={offered.map((use) => ({ key: use, name: useNames[use] }))} />
      <QuantityField
        label="How much"
        typed={typed}
        onTyped={setTyped}
        understood={amount}
        system={say.system}
        hint={`all of it: ${sayMuch(one, say)}`}
      />
      {makes === 'yoghurt' && (
        <Chips
          legend="It"
          chosen={begins ? 'begins' : 'ready'}
          onChoose={setBegun}
          choices={[
            { key: 'begins', name: 'Begins now', small: 'with its clock' },
            { key: 'ready', name: 'Is made already' },
          ]}
        />
      )}
      {makes === 'curd' && (
        <Chips
          legend="It parts"
          chosen={way}
          onChoose={setWay}
          choices={[
            { key: 'heatAcid', name: 'By heat and acid', small: say.temperature(85) },
            { key: 'cultured', name: 'Soured, with a culture', small: 'drained in a cloth' },
            ...(lot.treatment === 'raw'
              ? [{ key: 'clabber' as const, name: 'Soured by itself', small: 'clabber, raw' }]
              : []),
          ]}
        />
      )}
      {curd?.vinegar && (
        <Quiet>
          Vinegar of 5 %: {say.massRange(curd.vinegar.low, curd.vinegar.high)}, a little at a time until the
          whey is clear.
        </Quiet>
      )}
      {makes === 'curd' && way !== 'heatAcid' && !soured && (
        <Quiet>It is still sweet: set it to sour first, and say here what came of it once it is thick.</Quiet>
      )}
      {makes && !begins && (
        <QuantityField
          label={makes === 'whipped' ? 'Whipped cream it makes' : `${kindNames[makes]} it makes`}
          typed={came}
          onTyped={setCame}
          understood={cameOf}
          system={say.system}
          hint={
            curd
              ? `not weighed: ${say.massRange(curd.curd.low, curd.curd.high)}`
              : `not weighed: about ${say.mass(madeOf(makes, { mass: of, fat: of * one.fatShare }).mass)}`
          }
        />
      )}
      {makes && makes !== 'whipped' && (
        <>
          {!(makes === 'curd' && way !== 'heatAcid') && (
          <FormControlLabel
            control={<Switch checked={heated} onChange={(event) => setHeated(event.target.checked)} />}
            label={`Heated to ${say.temperature(85)} first`}
          />
          )}
          {!begins && <Quiet>{`The ${kindWord(makes)} stands in the larder then, in the fridge, with the day to eat it by.`}</Quiet>}
        </>
      )}
      {forbidden && (
        <Cautions cautions={[{ key: 'mayNot', level: 'danger', says: `Not for that: ${say.words(forbidden)}.` }]} />
      )}
      <Cautions
        cautions={cautionsOfUse(to, { raw: lot.treatment === 'raw', blocked, heated: makes && makes !== 'whipped' ? isHeated : undefined })}
      />
      {begins && of > 0 && (
        <YoghurtBegins
          lotId={lot.id}
          mass={mass}
          of={of}
          fatShare={one.fatShare}
          raw={lot.treatment === 'raw'}
          heated={heated}
          yoghurts={ownYoghurts(yoghurts, clockSeconds()).filter(({ id }) => id !== lot.id)}
          onBegun={() => setTyped('')}
        />
      )}
      {!begins && (
      <Button
        variant="outlined"
        disabled={(typed.trim() !== '' && !quantity) || (makes !== undefined && came.trim() !== '' && weighed === undefined)}
        onClick={() =>
          void act(
            'lot.use',
            {
              lotId: lot.id,
              to,
              ...(mass === undefined ? {} : { mass }),
              ...(makes ? { made: { heated: isHeated, ...(makes === 'curd' ? { way } : {}), ...(weighed === undefined ? {} : { mass: weighed }) } } : {}),
            },
            `${much} ${toUse[to]}.`,
          ).then((done) => {
            if (!done) return;
            setTyped('');
            setCame('');
          })
        }
      >
        {quantity ? 'Some' : 'All of it'} {toUse[to]}
      </Button>
      )}
      <RefusedSentence refused={refused} />
    </Enamel>
  );
} // prettier-ignore
