'use client';

import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { Addition, EventOf, PieceForm } from '@/core/churning/batchEvents';
import { additions as additionNames, pieceForms } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { gheeYield } from '@/core/byProducts/gheeYield';
import { allergensOf } from '@/core/keeping/allergens';
import { keepingCautions } from '@/core/keeping/cautions';
import type { Storage } from '@/core/keeping/keepingDate';
import { ninety } from '@/core/quantities/estimate';
import type { UnitSystem } from '@/core/quantities/units';
import { kitchenMeasures } from '@/core/quantities/units';
import { intoPieces, shapedPortions } from '@/core/working/intoPieces';
import { usualMoisture } from '@/core/salting/salts';
import { saltWays, unsaltedFrom } from '@/core/salting/saltWays';
import type { BatchView } from '@/server/churning/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { newId } from '../outbox/newId';
import { Chips } from '../quantity/Chips';
import type { Understood } from '../quantity/QuantityField';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import type { SaltDraft } from './SaltChooser';
import { readSalt, SaltChooser, saltDraftOf } from './SaltChooser';
import { ButterCard } from './ButterCard';
import type { Body } from './makeDayEvents';
import { Portions } from './Portions';
import type { LiveBatch } from './useBatch';
import { WorkRow } from './WorkRow';
import { pieceWords } from './words';
import styles from './PortionPanel.module.css';

/** Butter by volume: 0.95 g/mL, one standard deviation 8 % (engineering estimate). */
const butterDensity = 0.95;
const butterVolumeSpread = 0.08;
/** Kitchen scale: 2 g or 0.5 %, whichever is more (handbook §6.9). */
const scaleSd = (mass: number) => Math.max(2, 0.005 * mass);

/** Fat of butter that is made into ghee (handbook §6.8). */
const gheeButterFat = 0.82;
const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);
const sayPiece = (grams: number, system: UnitSystem): string =>
  system === 'metric' ? `${Math.round(grams)} g` : `${(grams / 28.349523125).toFixed(1)} oz`;

interface Weighed {
  mass: number;
  massSd: number;
  measured: 'scale' | 'volume';
}

/** What the panel holds before a portion is put by. */
interface PortionDraft {
  noScale: boolean;
  typed: string;
  count: string;
  container: string;
  saltIn: boolean;
  salt: SaltDraft;
  changing: boolean;
  mixed: Addition[];
  storage: Storage;
  name: string;
  /** Typed: what each piece is to weigh, and what it is shaped into. */
  piece: string;
  form: PieceForm;
  /** To be made into ghee; typed: how much it gave. */
  ghee: boolean;
  gheeTyped: string;
  dividing: boolean;
}

/** Salt, weigh, pack: one portion unless the maker divides the butter. */
export function PortionPanel({
  view,
  story,
  foreseen,
  record,
  onWash,
}: {
  view: BatchView;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
  onWash: () => void;
}) {
  const say = useSay();
  const { facts } = view;
  const [draft, change, forget] = useDraft<PortionDraft>(`portion:${view.id}`, () => ({
    noScale: false,
    typed: '',
    count: '1',
    container: view.moulds[0]?.id ?? 'cup',
    saltIn: true,
    salt: saltDraftOf(facts.usualSalt, say.system),
    changing: false,
    mixed: [],
    storage: facts.usualStorage,
    name: '',
    piece: facts.usualPieces ? sayPiece(facts.usualPieces.each, say.system) : '',
    form: facts.usualPieces?.form ?? 'block',
    ghee: false,
    gheeTyped: '',
    dividing: story.portions.length > 0,
  }));
  const {
    noScale,
    typed,
    count,
    container,
    saltIn,
    salt,
    changing,
    mixed,
    storage,
    name,
    dividing,
    piece,
    form,
    ghee,
    gheeTyped,
  } = draft;

  const already = story.portions.reduce((sum, portion) => sum + portion.mass, 0);
  const understood: Understood = understand(typed, {
    system: say.system,
    kinds: ['mass', 'volume'],
    bareUnit: { metric: 'g', us: 'lb', imperial: 'lb' }[say.system],
    check: ({ value }) => (value <= 0 ? 'Butter weighs more than nothing.' : undefined),
  });
  const containerVolume =
    container === 'cup'
      ? kitchenMeasures[say.system].cup!
      : (view.moulds.find((mould) => mould.id === container)?.capacity ?? 250);
  const weighed = noScale ? byCount(count, containerVolume) : byScale(understood);
  const pieceRead: Understood = understand(piece, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: say.system === 'metric' ? 'g' : 'oz',
    check: ({ value }) => (value < 5 ? 'A piece weighs 5 g and more.' : undefined),
  });
  const { salting } = readSalt(salt, say.system);
  const expected = Math.max(1, foreseen.butter.mass - already);
  const unsalted = salting && weighed ? unsaltedFrom(salting, weighed.mass, saltIn) : expected;
  const ways =
    salting && saltWays(salting, unsalted, facts.creamVolume * Math.min(1, unsalted / foreseen.butter.mass));
  const total = weighed && ways && (saltIn ? weighed.mass : weighed.mass + ways.salt);
  const pieces =
    pieceRead && 'quantity' in pieceRead && total && !ghee
      ? intoPieces(total, pieceRead.quantity.value)
      : undefined;
  const gheeRead: Understood = understand(gheeTyped, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: { metric: 'g', us: 'oz', imperial: 'oz' }[say.system],
    check: ({ value }) =>
      total !== undefined && value >= total
        ? 'Ghee weighs less than its butter: the water has gone.'
        : undefined,
  });
  const gheeForeseen = gheeYield({
    butterMass: total ?? expected,
    butterFat: gheeButterFat,
    butterFatSd: 0.012,
  });
  const tooMuch = weighed && already + weighed.mass > facts.creamMass;
  const ready =
    weighed && ways && total && ways.salt < total && !tooMuch && !(ghee && gheeRead && 'wrong' in gheeRead);
  const early =
    story.drains.length === 0
      ? 'The buttermilk is not drained yet: salt put in now leaves with it.'
      : story.washes.length === 0
        ? undefined
        : story.washes.at(-1)?.clarity === 'clear'
          ? undefined
          : 'The last wash was not clear: salt put in before another wash leaves with the water.';

  const called =
    name.trim() ||
    (ghee
      ? 'Ghee'
      : mixed.length > 0
        ? mixed.map((key) => additionNames[key].name).join(', ')
        : salting?.way === 'none'
          ? 'Unsalted'
          : 'Salted');
  const one = (mass: number, more: Partial<EventOf<'portion'>> = {}) => ({
    kind: 'portion' as const,
    portionId: newId(),
    name: called,
    mass,
    massSd: weighed!.massSd,
    measured: weighed!.measured,
    saltMass: (ways!.salt * mass) / total!,
    salting: salting!,
    additions: mixed,
    storage,
    ...more,
  });
  /** What is weighed, as the lots it makes: whole pieces, and what is over as one of its own. */
  const portions = (): Body[] => {
    if (ghee)
      return [
        one(total!, {
          ghee:
            gheeRead && 'quantity' in gheeRead
              ? { mass: gheeRead.quantity.value, weighed: true }
              : { mass: Math.min(0.99 * total!, gheeForeseen.ghee.mid), weighed: false },
        }),
      ];
    return pieces ? shapedPortions(one(total!), { form, each: pieces.each }, newId()) : [one(total!)];
  };
  const clear = () => change({ typed: '', count: '1', name: '', ghee: false, gheeTyped: '' });
  function pack() {
    if (ready) record([...portions(), { kind: 'packed' }]);
    else if (typed.trim() === '' && story.portions.length > 0) record({ kind: 'packed' });
    clear();
    forget();
  }
  function add() {
    if (!ready) return;
    record(portions());
    change({ dividing: true });
    clear();
  }
  const low = foreseen.butter.mass - ninety * foreseen.butter.sd - already;
  const high = foreseen.butter.mass + ninety * foreseen.butter.sd - already;
  return (
    <Enamel className={styles.panel} aria-label="Salt, weigh, pack">
      {story.portions.length > 0 && <Portions story={story} water={usualMoisture} record={record} />}
      {story.washes.length === 0 && (
        <p className={styles.note}>
          Not washed yet.{' '}
          <button type="button" onClick={onWash}>
            Wash it
          </button>
        </p>
      )}
      {changing ? (
        <SaltChooser draft={salt} onDraft={(to) => change({ salt: to })} ways={ways} early={early} />
      ) : (
        <p className={styles.salt}>
          <span>
            <strong>Salt: {salting?.way === 'none' || !ways ? 'none' : `${ways.salt.toFixed(0)} g`}</strong>
            {ways && salting && salting.way !== 'none' && (
              <>
                , {(ways.share * 100).toFixed(1)} % of the butter, {ways.teaspoons.toFixed(1)} level tsp
              </>
            )}
            {!weighed && salting?.way !== 'none' && ' for the butter expected'}
            {early && salting?.way !== 'none' && <em> △ {early}</em>}
          </span>
          <Button variant="outlined" onClick={() => change({ changing: true })}>
            Change
          </Button>
        </p>
      )}
      {noScale ? (
        <div className={styles.byCount}>
          <TextField
            label="How many"
            value={count}
            onChange={(event) => change({ count: event.target.value })}
            error={!weighed}
            helperText={
              weighed ? `= ${say.about(weighed.mass)}, give or take 8 %` : 'a number such as 2 or 1.5'
            }
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <TextField
            select
            label="Of what"
            value={container}
            onChange={(event) => change({ container: event.target.value })}
          >
            <MenuItem value="cup">cups of {say.volume(kitchenMeasures[say.system].cup!)}</MenuItem>
            <MenuItem value="tub">tubs of {say.volume(250)}</MenuItem>
            {view.moulds.map((mould) => (
              <MenuItem key={mould.id} value={mould.id}>
                {mould.name}, {say.volume(mould.capacity)}
              </MenuItem>
            ))}
          </TextField>
        </div>
      ) : (
        <QuantityField
          label={dividing ? 'This portion weighs' : 'The butter weighs'}
          typed={typed}
          onTyped={(text) => change({ typed: text })}
          understood={
            tooMuch
              ? {
                  wrong: `That is more butter than there was cream (${say.mass(facts.creamMass)}): check the unit, or the scale's tare.`,
                }
              : understood
          }
          system={say.system}
          hint={low > 0 ? `the scale should read ${say.massRange(low, high)}` : 'what is left'}
          onEnter={pack}
          says={
            understood && 'quantity' in understood && understood.quantity.kind === 'volume' && weighed
              ? `= ${say.about(weighed.mass)} at 0.95 g/mL, give or take 8 %`
              : undefined
          }
        />
      )}
      <Chips
        legend="Kept in the"
        chosen={storage}
        onChoose={(to) => change({ storage: to })}
        choices={(['fridge', 'freezer', 'crock', 'counter'] as const).map((key) => ({
          key,
          name: key[0]!.toUpperCase() + key.slice(1),
        }))}
      />
      <Cautions
        cautions={[
          ...keepingCautions({ additions: mixed, storage }, facts.treatment === 'raw'),
          ...(ghee ? gheeForeseen.cautions : []),
        ]}
      />
      <Button
        variant="contained"
        onClick={pack}
        disabled={!(ready || (story.portions.length > 0 && typed.trim() === ''))}
        sx={{ minHeight: 96, fontSize: '1.5rem' }}
        data-act="pack"
      >
        {story.portions.length > 0 && typed.trim() === '' ? 'Pack' : 'Pack and date it'}
      </Button>
      <details className={styles.more} open={dividing || undefined}>
        <summary>Working, pieces, something mixed in, ghee, no scale</summary>
        <div className={styles.options}>
          <WorkRow story={story} record={record} />
          <label>
            <input
              type="checkbox"
              checked={noScale}
              onChange={(event) => change({ noScale: event.target.checked })}
            />{' '}
            No scale: by mould, cup or tub
          </label>
          <label>
            <input
              type="checkbox"
              checked={!saltIn}
              onChange={(event) => change({ saltIn: !event.target.checked })}
            />{' '}
            Weighed before the salt went in
          </label>
          <fieldset className={styles.mixed}>
            <legend>Mixed in</legend>
            {(Object.keys(additionNames) as Addition[]).map((key) => (
              <label key={key}>
                <input
                  type="checkbox"
                  checked={mixed.includes(key)}
                  onChange={(event) =>
                    change({
                      mixed: event.target.checked ? [...mixed, key] : mixed.filter((one) => one !== key),
                    })
                  }
                />{' '}
                {additionNames[key].name}
              </label>
            ))}
          </fieldset>
          <label>
            <input
              type="checkbox"
              checked={ghee}
              onChange={(event) => change({ ghee: event.target.checked })}
            />{' '}
            Made into ghee
          </label>
          {ghee && (
            <QuantityField
              label="Ghee it gave"
              typed={gheeTyped}
              onTyped={(to) => change({ gheeTyped: to })}
              understood={gheeRead}
              system={say.system}
              hint={`${say.massRange(gheeForeseen.ghee.low, gheeForeseen.ghee.high)} to expect; may be left`}
            />
          )}
          <Chips
            legend="Shaped into"
            chosen={form}
            onChoose={(to) => change({ form: to })}
            choices={pieceForms.map((key) => ({ key, name: capital(pieceWords[key].many) }))}
          />
          <QuantityField
            label="Into pieces of"
            typed={piece}
            onTyped={(text) => change({ piece: text })}
            understood={pieceRead}
            system={say.system}
            hint={
              say.system === 'metric'
                ? '250 g, as a mould or a wrapper takes'
                : '4 oz, as a mould or a wrapper takes'
            }
            says={
              pieces
                ? `${pieces.count} ${pieceWords[form][pieces.count === 1 ? 'one' : 'many']} of ${say.mass(pieces.each)}${pieces.left > 1 ? `, and ${say.mass(pieces.left)} over` : ''}`
                : undefined
            }
          />
          <TextField
            label="Name of this portion"
            value={name}
            onChange={(event) => change({ name: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
          <Button variant="outlined" onClick={add} disabled={!ready} data-act="portion">
            Put this by as one portion, more to come
          </Button>
        </div>
      </details>
      {(storage === 'crock' || pieces || view.moulds.length > 0) && (
        <Quiet>
          {storage === 'crock'
            ? 'Press it into the crock without a pocket of air; salted water over it, changed every 3 to 5 days.'
            : 'Wooden moulds and hands are scalded, then soaked cold, or the butter sticks; press out every pocket of air.'}
        </Quiet>
      )}
      <ButterCard facts={facts} story={story} butterMass={foreseen.butter.mass} record={record} />
      <Quiet>Hands in ice water before they touch it. On the label: {allergensOf(mixed, ghee)}</Quiet>
    </Enamel>
  );
}

function byScale(understood: Understood): Weighed | undefined {
  if (!understood || !('quantity' in understood)) return undefined;
  const { kind, value, sd } = understood.quantity;
  if (kind === 'volume')
    return {
      mass: value * butterDensity,
      massSd: Math.hypot(butterVolumeSpread * value, sd ?? 0) * butterDensity,
      measured: 'volume',
    };
  return { mass: value, massSd: sd ?? scaleSd(value), measured: 'scale' };
}

function byCount(count: string, volume: number): Weighed | undefined {
  const number = Number(count.replace(',', '.'));
  if (!(number > 0) || number > 1000) return undefined;
  const mass = number * volume * butterDensity;
  return { mass, massSd: mass * butterVolumeSpread, measured: 'volume' };
}
