import Button from '@mui/material/Button';
import type { Use } from '@/core/byProducts/uses';
import type { Caution } from '@/core/keeping/cautions';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { separatorExpect } from '@/core/separating/separatorExpect';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import { DiscCount } from './DiscCount';
import styles from './Pail.module.css';
import type { ReadRun, RunDraft } from './separatorRunDraft';
import { skimUses } from './usual';
import type { creamGoesTo } from './usual';
import { useNames } from './usual';

type Target = ReturnType<typeof creamGoesTo>;

/** While the separator runs, and after: when the cans are full, what came out, and where it goes. */
export function RunOutcome({
  draft,
  change,
  read,
  milk,
  expected,
  started,
  discs,
  into,
  targets,
  onInto,
  skimTo,
  onSkimTo,
  blocked,
  cautions,
  busy,
  refused,
  onDone,
}: {
  draft: RunDraft;
  change: (to: Partial<RunDraft>) => void;
  read: ReadRun;
  /** What goes in: g, mass fraction, and the names of its vessels. */
  milk: { mass: number; fat: number; from: string };
  expected: ReturnType<typeof separatorExpect> | undefined;
  /** s since 1970. */
  started: number;
  discs: number | undefined;
  into: Target;
  targets: readonly Target[];
  onInto: (key: string) => void;
  skimTo: Use | 'keep';
  onSkimTo: (to: Use | 'keep') => void;
  blocked: boolean;
  /** What to mind where the skim goes. */
  cautions: readonly Caution[];
  busy: boolean;
  refused: string | undefined;
  onDone: () => void;
}) {
  const say = useSay();
  const { creamMass, creamFat, share, missing } = read;
  return (
    <div className={styles.two}>
      <Enamel className={styles.stack} aria-label="While it runs">
        <p className={styles.readout}>
          Cream should be {expected ? Math.round(expected.creamShare * 100) : 10} parts of a hundred
          {expected?.minutes?.creamCanFull !== undefined
            ? `; the cream can is full ${say.clock(started + expected.minutes.creamCanFull * 60)}`
            : ''}
          {expected?.minutes?.skimBucketFull !== undefined
            ? `; the skim bucket ${say.clock(started + expected.minutes.skimBucketFull * 60)}`
            : ''}
          .
        </p>
        <Quiet>
          A chime comes 20 s before a can is full and before the milk is through. Then run a bowlful of warm
          skim or water through, and let the bowl stop by itself.
        </Quiet>
        <Cautions cautions={(expected?.cautions ?? []).filter(({ key }) => key === 'bowl')} />
        <Button variant="text" onClick={() => change({ startedSeconds: undefined })}>
          It is not running after all
        </Button>
      </Enamel>
      <div className={styles.stack}>
        <QuantityField
          label="Cream out"
          typed={draft.creamTyped}
          onTyped={(creamTyped) => change({ creamTyped })}
          understood={read.cream}
          system={say.system}
          hint={expected ? `${say.volume(expected.creamMass)} expected` : 'weight or volume'}
        />
        {share !== undefined && creamFat !== undefined && expected && (
          <Quiet role="status">
            {Math.round(share * 100)} parts of a hundred ({Math.round(expected.creamShare * 100)} aimed at):
            cream of {text(spokenFraction(creamFat, 0))}.{' '}
            {creamFat < 0.25
              ? 'Thin as milk: too cold, too fast, not at speed, or the screw out.'
              : creamFat > 0.5
                ? 'Very thick: the screw a turn out next time.'
                : ''}
          </Quiet>
        )}
        <div className={styles.pair}>
          <QuantityField
            label="Skim out, if measured"
            typed={draft.skimTyped}
            onTyped={(skimTyped) => change({ skimTyped })}
            understood={read.skim}
            system={say.system}
            hint={expected ? `${say.volume(expected.skimMass / 1.03)} expected` : ''}
          />
          <QuantityField
            label="Flushed with water"
            typed={draft.flushTyped}
            onTyped={(flushTyped) => change({ flushTyped })}
            understood={read.flush}
            system={say.system}
            hint="none, or a bowlful"
          />
          <QuantityField
            label="Leaked or spilled"
            typed={draft.spilledTyped}
            onTyped={(spilledTyped) => change({ spilledTyped })}
            understood={read.spilled}
            system={say.system}
            hint="none"
          />
          <QuantityField
            label="Skim’s fat, if tested"
            typed={draft.skimFatTyped}
            onTyped={(skimFatTyped) => change({ skimFatTyped })}
            understood={read.skimFat}
            system={say.system}
            hint={text(spokenFraction(expected?.skimFat.mid ?? 0.0015, 2))}
          />
        </div>
        <DiscCount
          label="Discs counted out"
          value={draft.discsOut}
          onValue={(discsOut) => change({ discsOut })}
          hint={draft.discsIn || (discs ? String(discs) : 'how many')}
        />
        {missing !== undefined && (
          <p className={styles.refused} role="status">
            {say.about(Math.abs(missing))}{' '}
            {missing > 0 ? 'is missing between milk and what came out' : 'more came out than went in'}:
            measure again, or say what leaked.
          </p>
        )}
        <Chips
          legend="Cream into"
          chosen={into.vesselId ?? 'none'}
          onChoose={onInto}
          choices={targets.map(({ vesselId, name, ontoCream }) => ({
            key: vesselId ?? 'none',
            name: vesselId === null ? 'A jar' : name,
            small: vesselId === null ? 'no name' : ontoCream ? 'onto its cream' : 'by itself',
          }))}
        />
        {into.ontoCream && (
          <Quiet role="status">
            Chill it first: warm cream on cold warms the whole of {into.name} for hours.
          </Quiet>
        )}
        <Chips
          legend="The skim"
          chosen={skimTo}
          onChoose={onSkimTo}
          choices={[
            ...skimUses(blocked).map((use) => ({ key: use as Use | 'keep', name: useNames[use] })),
            { key: 'keep' as const, name: 'Keep it' },
          ]}
        />
        <Cautions cautions={cautions} />
        <Button
          variant="contained"
          size="large"
          disabled={busy || creamMass === undefined}
          sx={{ minHeight: 96, fontSize: '1.35rem' }}
          onClick={onDone}
        >
          Separated
        </Button>
        {refused !== undefined && (
          <p className={styles.refused} role="alert">
            {refused}
          </p>
        )}
        <Quiet>
          {milk.from}: {say.mass(milk.mass)} of milk, {text(spokenFraction(milk.fat))} fat.
        </Quiet>
      </div>
    </div>
  );
}
