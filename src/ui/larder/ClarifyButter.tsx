'use client';

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { GheeStage, GheeTimes } from '@/core/byProducts/gheeStages';
import { gheeNow, gheeStages, seenAt } from '@/core/byProducts/gheeStages';
import { gheeButter, gheeYield } from '@/core/byProducts/gheeYield';
import { clockText, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { isPerishable } from '@/core/working/mix';
import type { ButterShown } from '@/server/larder/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { clockSeconds, useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { useChimeAt } from '../pail/useChime';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import styles from './Larder.module.css';
import type { OnTheFlame } from './onTheFlame';
import { flameChanged, flameKey, onTheFlame } from './onTheFlame';
import { someOf } from './someOf';

const stageNames: Record<GheeStage, string> = {
  melted: 'Melted',
  crackles: 'Crackles',
  quiet: 'Quiet, amber',
  strained: 'Strained',
};

/** The piece in hand, or some of it, made into ghee: stage by stage, with its clock and what a thermometer says. */
export function ClarifyButter({ pat }: { pat: ButterShown }) {
  const say = useSay();
  const now = useNow(1000);
  const { act, refused, busy } = useAct();
  const [{ someTyped, gheeTyped, seen: marked }, change, forget] = useDraft<OnTheFlame>(flameKey(pat.lotId), () => ({
    someTyped: '',
    gheeTyped: '',
    seen: {},
  }));
  const seen = onTheFlame(marked, now);
  useEffect(() => {
    // Marked by a line in the header, while the pan is looked at here.
    const marks = (event: Event) => {
      const { lotId, seen: to } = (event as CustomEvent<{ lotId: string; seen: GheeTimes }>).detail;
      if (lotId === pat.lotId) change({ seen: to });
    };
    window.addEventListener(flameChanged, marks);
    return () => window.removeEventListener(flameChanged, marks);
  }, [pat.lotId, change]);
  const [probeTyped, setProbe] = useState('');
  const some = someOf(someTyped, pat.mass, say.system, say.mass);
  const butterMass = some.mass ?? pat.mass;
  const foreseen = gheeYield({
    butterMass,
    butterFat: Math.min(0.95, Math.max(0.5, pat.fat / pat.mass)),
    butterFatSd: gheeButter.butterFatSd,
  });
  const ghee = understand(gheeTyped, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: say.system === 'metric' ? 'g' : 'oz',
    check: ({ value }) =>
      value <= 0
        ? 'An amount above zero is needed.'
        : value >= butterMass
          ? `Less than the ${say.mass(butterMass)} of butter: its water has gone.`
          : undefined,
  });
  const probe = understand(probeTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 10 || value > 250 ? `Between ${say.temperature(10)} and ${say.temperature(250)}.` : undefined,
  });
  const stands = gheeNow(seen, probe && 'quantity' in probe ? probe.quantity.value : undefined);
  const begun = seen.melted ?? seen.crackles;
  const done = seen.quiet ?? seen.strained;
  const quietAt = begun === undefined ? undefined : begun + 60 * foreseen.minutes.low;
  useChimeAt(now, done === undefined ? quietAt : undefined, 'look');
  const cold = pat.additions.some(isPerishable);
  const weighed = ghee && 'quantity' in ghee ? ghee.quantity.value : undefined;
  return (
    <div className={styles.form}>
      <QuantityField
        label={`How much of ${pat.code}`}
        typed={someTyped}
        onTyped={(to) => change({ someTyped: to })}
        understood={some.understood}
        system={say.system}
        hint={`all of it: ${say.mass(pat.mass)}`}
      />
      <p role="status" style={{ margin: 0 }} className={stands.tone === 'danger' ? styles.past : undefined}>
        <strong>{say.words(stands.says)}</strong>{' '}
        {begun !== undefined && done === undefined && quietAt !== undefined && (
          <>
            {clockText(Math.max(0, now - begun))} on the flame;{' '}
            {now < quietAt
              ? `quiet in about ${text(spokenMinutes((quietAt - now) / 60))} at the soonest.`
              : 'listen for it to grow quiet.'}
          </>
        )}
        {begun === undefined &&
          `About ${text(spokenMinutes(foreseen.minutes.low))} to ${text(spokenMinutes(foreseen.minutes.high))} on a low flame.`}
      </p>
      <div className={styles.quick} role="group" aria-label="What you see">
        {gheeStages.map((stage) => (
          <Button
            key={stage}
            variant="outlined"
            aria-pressed={seen[stage] !== undefined}
            sx={{ minHeight: 64, flexDirection: 'column', lineHeight: 1.2, ...(stage === stands.next ? { borderWidth: 2.5 } : {}) }}
            onClick={() => change({ seen: seenAt(seen, stage, clockSeconds()) })}
          >
            {seen[stage] === undefined ? stageNames[stage] : `✓ ${stageNames[stage]}`}
            {seen[stage] !== undefined && <small>{say.when(seen[stage], now)}</small>}
          </Button>
        ))}
      </div>
      {stands.next !== 'weigh' && (
        <QuantityField
          label="Thermometer reads"
          typed={probeTyped}
          onTyped={setProbe}
          understood={probe}
          system={say.system}
          hint={`${say.temperature(foreseen.endsAt.low)} to ${say.temperature(foreseen.endsAt.high)} at the end`}
        />
      )}
      <QuantityField
        label="Ghee it gave"
        typed={gheeTyped}
        onTyped={(to) => change({ gheeTyped: to })}
        understood={ghee}
        system={say.system}
        hint={`${say.massRange(foreseen.ghee.low, foreseen.ghee.high)} to expect; may be left`}
      />
      <Cautions cautions={foreseen.cautions.filter(({ key }) => key === 'hot-fat' || key === 'dry-spoon' || (key === 'garlic' && cold))} />
      <Button
        variant="outlined"
        size="large"
        disabled={busy || some.wrong || (ghee !== undefined && 'wrong' in ghee)}
        sx={{ minHeight: 64 }}
        onClick={() =>
          void act(
            'butter.clarify',
            {
              lotId: newId(),
              from: [{ lotId: pat.lotId, ...(some.mass !== undefined && some.mass < pat.mass ? { mass: some.mass } : {}) }],
              ...(weighed === undefined ? {} : { mass: weighed }),
              storage: cold ? 'fridge' : 'counter',
              stages: seen,
            },
            `${say.mass(weighed ?? foreseen.ghee.mid)} of ghee, of ${say.mass(butterMass)} of ${pat.code}.`,
          ).then((went) => {
            if (!went) return;
            forget();
            change({ someTyped: '', gheeTyped: '', seen: {} });
            forget();
          })
        }
      >
        It is ghee: {weighed === undefined ? `about ${say.mass(foreseen.ghee.mid)}` : say.mass(weighed)}
      </Button>
      <RefusedSentence refused={refused} />
    </div>
  );
} // prettier-ignore
