import type { ReactNode } from 'react';
import Button from '@mui/material/Button';
import { pieceForms } from '@/core/churning/batchWords';
import type { MixedIn } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { list } from '@/core/quantities/list';
import { mixName } from '@/core/working/mix';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { Key } from '../Key';
import type { PortionDraft, ReadPortion } from './portionDraft';
import type { LiveBatch } from '../useBatch';
import { ButterDoor } from './ButterCard';
import { workWords } from '../words';
import { WorkRow } from './WorkRow';
import { pieceWords } from '../pieceWords';
import { MixChooser } from './MixChooser';
import { mixDrafts } from './portionDraft';
import { Field } from '../../quantity/Field';
import styles from './PortionPanel.module.css';

const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);

/** What is not said every time: how it was worked, what is mixed in, ghee, the pieces, a name. */
export function PortionOptions({
  draft,
  read,
  change,
  story,
  record,
  onPutBy,
  inHand,
  mixedBefore,
  when,
}: {
  draft: PortionDraft;
  read: ReadPortion;
  change: (to: Partial<PortionDraft>) => void;
  story: BatchStory;
  record: LiveBatch['record'];
  onPutBy: () => void;
  inHand: Parameters<typeof ButterDoor>[0];
  /** What this house mixed in before, by its own names. */
  mixedBefore: readonly Pick<MixedIn, 'of' | 'name'>[];
  /** The door behind which it is said that it was earlier. */
  when: ReactNode;
}) {
  const say = useSay();
  const { form, dividing } = draft;
  const { pieces, gheeForeseen } = read;
  const worked = story.worked.at(-1);
  const mixedSaid = list([...read.things.map(mixName), ...(draft.ghee ? ['ghee made of it'] : [])]);
  const tick = (label: string, checked: boolean, onTick: (to: boolean) => void) => (
    <label>
      <input type="checkbox" checked={checked} onChange={(event) => onTick(event.target.checked)} /> {label}
    </label>
  );
  return (
    <Doors>
      {when}
      <Door name="Worked" half value={worked ? workWords[worked.way].toLowerCase() : 'not said'}>
        <div className={styles.options}>
          <WorkRow story={story} record={record} />
        </div>
      </Door>
      <ButterDoor {...inHand} half />
      <Door
        name="Weighed"
        half
        value={
          draft.notWeighed
            ? 'not weighed'
            : draft.noScale
              ? 'without a scale'
              : draft.saltIn
                ? 'with its salt in it'
                : 'before the salt went in'
        }
      >
        <div className={styles.options}>
          {tick('Not weighed: as much as its fat makes', draft.notWeighed === true, (notWeighed) =>
            change({ notWeighed }),
          )}
          {tick('No scale: by mould, cup or tub', draft.noScale, (noScale) => change({ noScale }))}
          {tick('Weighed before the salt went in', !draft.saltIn, (before) => change({ saltIn: !before }))}
        </div>
      </Door>
      <Door name="Mixed in, or made into ghee" half value={mixedSaid === '' ? 'nothing' : mixedSaid}>
        <div className={styles.options}>
          <MixChooser
            mixed={mixDrafts(draft.mixed)}
            read={read.mixed}
            before={mixedBefore}
            change={(mixed) => change({ mixed })}
          />
          {read.mixedTooMuch && (
            <p className={styles.note} role="status">
              What is mixed in would weigh more than the butter with it: look at the amounts.
            </p>
          )}
          {read.mixedWater >= 1 && (
            <p className={styles.note}>
              It brings about {say.mass(read.mixedWater)} of water with it, beside the butter’s own.
            </p>
          )}
          {tick('Made into ghee', draft.ghee, (ghee) => change({ ghee }))}
          {draft.ghee && (
            <QuantityField
              label="Ghee it gave"
              typed={draft.gheeTyped}
              onTyped={(to) => change({ gheeTyped: to })}
              understood={read.gheeRead}
              system={say.system}
              hint={`${say.massRange(gheeForeseen.ghee.low, gheeForeseen.ghee.high)} to expect; may be left`}
            />
          )}
        </div>
      </Door>
      <Door
        name="Pieces, portions and their name"
        half
        value={
          pieces
            ? `${pieces.count} ${pieceWords[form][pieces.count === 1 ? 'one' : 'many']} of ${say.mass(pieces.each)}`
            : dividing
              ? 'another portion'
              : 'one portion, in one piece'
        }
        open={dividing}
      >
        <div className={styles.options}>
          <Chips
            legend="Shaped into"
            chosen={form}
            onChoose={(to) => change({ form: to })}
            choices={pieceForms.map((key) => ({ key, name: capital(pieceWords[key].many) }))}
          />
          <QuantityField
            label="Into pieces of"
            typed={draft.piece}
            onTyped={(text) => change({ piece: text })}
            understood={read.pieceRead}
            system={say.system}
            hint={`${say.system === 'metric' ? '250 g' : '4 oz'}, as a mould or a wrapper takes`}
            says={
              pieces
                ? `${pieces.count} ${pieceWords[form][pieces.count === 1 ? 'one' : 'many']} of ${say.mass(pieces.each)}${pieces.left > 1 ? `, and ${say.mass(pieces.left)} over` : ''}`
                : undefined
            }
          />
          <Field
            label="Name of this portion"
            value={draft.name}
            onChange={(event) => change({ name: event.target.value })}
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
          {!read.toCome && (
            <Button variant="outlined" onClick={onPutBy} disabled={!read.ready} data-act="portion">
              Put this by as one portion, more to come <Key of="z" />
            </Button>
          )}
        </div>
      </Door>
    </Doors>
  );
}
