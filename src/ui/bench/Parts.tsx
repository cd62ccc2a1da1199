'use client';

import Button from '@mui/material/Button';
import { vesselShape } from '@/core/standing/places';
import { pieceForms } from '@/core/churning/batchWords';
import { stages, stageSigns } from '@/core/churning/stages';
import { tools } from '@/core/churning/tools';
import type { ToolKey } from '@/core/churning/tools';
import { Board } from '../board/Board';
import type { Standing } from '../board/Board';
import { ButterPiece, FreezerDrawing, pieceSize } from '../board/ButterPiece';
import type { Peg } from '../board/pegs';
import { drawnSize, profiles } from '../board/profiles';
import type { Ware } from '../board/profiles';
import { Then, Thread } from '../board/Thread';
import { Said, Wall } from '../board/Wall';
import type { Layer } from '../board/WareDrawing';
import { WareDrawing } from '../board/WareDrawing';
import { Cautions } from '../caution/Caution';
import { CreamDrawing } from '../vessel/CreamDrawing';
import styles from './Parts.module.css';

/** A Monday morning that never moves, so that two pictures of this page can be laid on one another. */
const morning = 1_795_419_720;
const hour = 3600;

const ware = (kind: Ware, capacity: number, layers: Layer[], rest: Partial<Standing> & { frozen?: boolean; blocked?: boolean } = {}): Standing => {
  const shape = vesselShape(kind, capacity);
  const { frozen, blocked, ...more } = rest;
  return {
    key: `${kind} ${more.name ?? ''}`,
    name: kind,
    lines: [],
    high: drawnSize(profiles[kind], shape).height,
    drawing: <WareDrawing ware={kind} shape={shape} layers={layers} frozen={frozen ?? false} blocked={blocked ?? false} />,
    ...more,
  };
}; // prettier-ignore

const creamed: Layer[] = [
  { part: 0.7, fat: 0.004 },
  { part: 0.14, fat: 0.13, fatAbove: 0.28 },
];
const sizes: Partial<Record<Ware, number>> = { can: 12_000, tapCan: 8000, pan: 5000, pail: 9000, crock: 3000, mould: 300, bowl: 4000, bottle: 1000 }; // prettier-ignore

const peg = (key: string, after: number, rest: Partial<Peg> = {}): Peg => ({
  key,
  atSeconds: morning + after * hour,
  says: key,
  ...rest,
});
const pegs = [
  peg('can is cold', 1.8, { small: 'lid on' }),
  peg('skim Blue jar', 4, { small: '2.4 L' }),
  peg('milk', 10.3, { small: 'about 5.6 L' }),
  peg('Blue jar', 29, { small: 'too old to skim', unlessDone: true }),
  peg('White tub', 60, { small: 'past its best if not churned', unlessDone: true }),
  peg('B137', 100, { small: 'eat by', unlessDone: true }),
];

/** Every part of the cold room by itself and in its states: a sheet for who builds on. */
export function Parts() {
  return (
    <div className={styles.parts}>
      <Wall>
        <Said
          says="One sentence stands on the wall."
          why="And under it, why: small, and no longer than this."
          acts={
            <>
              <Button variant="contained" size="large" sx={{ minHeight: 76, fontSize: '1.35rem' }}>
                The one thing to do
              </Button>
              <Button variant="text" size="large">
                Later
              </Button>
              <Button variant="text" size="large">
                Differently
              </Button>
            </>
          }
          then={<Then pegs={pegs.filter(({ unlessDone }) => !unlessDone)} nowSeconds={morning} />}
        />
        <Board
          label="Vessels, each with something in it"
          things={(Object.keys(profiles) as Ware[]).map((kind, i) =>
            ware(
              kind,
              sizes[kind] ?? 2400,
              i === 0 ? creamed : [{ part: 0.55, fat: [0, 0.04, 0.12, 0.25, 0.36, 0.45][i % 6]! }],
              { fat: 40 * i },
            ),
          )}
        />
      </Wall>
      <h2>States</h2>
      <Wall>
        <Board
          label="States of a thing on the board"
          things={[
            ware('jar', 2400, [], { name: 'empty', fat: 0 }),
            ware('jar', 2400, creamed, { name: 'calm', tag: { word: 'cream rising', tone: 'calm' }, fat: 90 }),
            ware('jar', 2400, creamed, { name: 'soon', tag: { word: 'churn by Tuesday', tone: 'soon' }, fat: 90 }),
            ware('jar', 2400, creamed, { name: 'due', tag: { word: 'skim now', tone: 'now' }, fat: 240 }),
            ware('jar', 2400, creamed, { name: 'dangerous', tag: { word: 'throw it out', tone: 'danger' }, fat: 12 }),
            ware('tub', 1800, [{ part: 0.6, fat: 0.36 }], { name: 'chosen', chosen: true, onPress: () => undefined, fat: 260 }),
            ware('tub', 1800, [{ part: 0.6, fat: 0.36 }], { name: 'frozen', frozen: true, fat: 260 }),
            ware('tub', 1800, [{ part: 0.6, fat: 0.2 }], { name: 'kept from people', blocked: true, fat: 120 }),
          ]}
        />
      </Wall>
      <Board label="A board with nothing on it" things={[]} empty="What comes in will stand here." />
      <h2>Butter</h2>
      <Wall>
        <Board
          label="Butter by form and weight"
          things={[
            ...pieceForms.map((form, i) => {
              const mass = [250, 900, 400, 30, 600, 250][i]!;
              return {
                key: form,
                name: form,
                lines: [`${mass} g`],
                high: pieceSize(mass, form).height,
                fat: mass * 0.82,
                drawing: <ButterPiece mass={mass} form={form} salted={i % 2 === 0} />,
              };
            }),
            {
              key: 'freezer',
              name: 'freezer',
              lines: ['five pieces'],
              high: 138,
              fat: 1000,
              drawing: <FreezerDrawing pieces={Array.from({ length: 5 }, (_, i) => ({ mass: 250, salted: i % 2 === 0 }))} />,
            },
          ]}
        />
      </Wall>
      <h2>The churn, by stage and by tool</h2>
      <div className={styles.churns}>
        {stages.map((stage) => (
          <figure key={stage}>
            <CreamDrawing shape="churn" fill={0.42} fat={0.33} stage={stage} limit={0.5} label={stageSigns[stage].name} />
            <figcaption>{stageSigns[stage].name}</figcaption>
          </figure>
        ))}
        {(Object.keys(tools) as ToolKey[]).map((key) => (
          <figure key={key}>
            <CreamDrawing shape={tools[key].drawing} fill={0.42} fat={0.33} stage="whipped" label={tools[key].name} />
            <figcaption>{tools[key].name}</figcaption>
          </figure>
        ))}
      </div>
      <h2>The thread</h2>
      <Thread pegs={pegs} nowSeconds={morning} />
      <Cautions
        cautions={[
          { key: 'a', level: 'caution', says: 'Hatched, and the word: something to mind.' },
          { key: 'b', level: 'danger', says: 'Eight-sided, and the word: something that hurts.' },
        ]}
      />
    </div>
  );
} // prettier-ignore
