'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { useColorScheme } from '@mui/material/styles';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ToolKey } from '@/core/churning/tools';
import { tools } from '@/core/churning/tools';
import type { Vessel, WholeHouse } from '@/server/house/views';
import { ToolSelect } from '../churning/ToolSelect';
import { sizeRules } from '../churning/plan/creamRules';
import { useSay } from '../frame/FarmContext';
import { useNotice } from '../frame/Notices';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import { list } from '@/core/quantities/list';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import { vesselShape } from '@/core/standing/places';
import { Board } from '../board/Board';
import type { Standing } from '../board/Board';
import { drawnSize, profiles } from '../board/profiles';
import { Door, Doors } from '../board/Door';
import { Said, Wall } from '../board/Wall';
import { WareDrawing } from '../board/WareDrawing';
import { wares } from '../standing/LotBoard';
import { CreamDrawing } from '../vessel/CreamDrawing';
import { vesselShapes } from '../vessel/shapes';
import { Animals } from './Animals';
import { Calendars } from './Calendars';
import { Notified } from './Notified';
import styles from './House.module.css';
import { Ways } from './Ways';

const kinds: Record<Vessel['kind'], string> = {
  churn: 'Churn',
  jar: 'Jar',
  pail: 'Pail',
  can: 'Settling can',
  tapCan: 'Can with a tap',
  pan: 'Pan',
  tub: 'Tub',
  crock: 'Crock',
  mould: 'Mould',
  separator: 'Separator',
};
const zones = [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])];

/** How high tools with a crank or a motor stand on the board, px: their sizes are nobody’s measure. */
const toolHigh = 170;

function drawn({
  kind,
  tool,
  capacity,
  diameter,
}: WholeHouse['vessels'][number]): Pick<Standing, 'high' | 'drawing'> {
  const ware = wares[kind];
  if (tool || kind === 'separator' || !ware)
    return {
      high: toolHigh,
      drawing: (
        <span className={styles.tool}>
          <CreamDrawing
            shape={tool ? tools[tool].drawing : vesselShapes[kind]}
            fill={0}
            fat={0}
            stage="fluid"
            label=""
          />
        </span>
      ),
    };
  const shape = vesselShape(kind, capacity, diameter);
  return {
    high: drawnSize(profiles[ware], shape).height,
    drawing: <WareDrawing ware={ware} shape={shape} layers={[]} />,
  };
}

/** The house: what the maker owns, in drawings; then units, name and light. */
export function House({ view }: { view: WholeHouse }) {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const notice = useNotice();
  const { mode, setMode } = useColorScheme();
  const [name, setName] = useState(view.farm.name ?? '');
  const settle = async (change: Record<string, unknown>, says: string) => {
    const answer = await outbox.put('house.settle', change);
    if (answer.status === 'done') notice({ says });
    router.refresh();
  };
  const today = new Intl.DateTimeFormat('en-CA', {
    timeZone: view.farm.timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).format(new Date(view.nowSeconds * 1000));
  const churns = view.vessels.filter((vessel) => vessel.kind === 'churn').length;
  const said = list([...some(churns, 'churn'), ...some(view.vessels.length - churns, 'vessel')]);
  return (
    <div className={styles.house}>
      <Wall>
        <Said
          acts={
            <Button component={Link} href="/bench" variant="contained" size="large" sx={{ minHeight: 64 }}>
              To the bench: every calculator by itself
            </Button>
          }
          says={
            view.vessels.length === 0
              ? 'Nothing of your own on the shelf yet: add your churn.'
              : `${said[0]!.toUpperCase()}${said.slice(1)} in the house.`
          }
        />
        <Board
          label="What is in the house"
          empty="Your churn, jars and cans will stand here, as large as they are."
          things={view.vessels.map((vessel) => ({
            key: vessel.id,
            name: vessel.name,
            lines: [`${say.volume(vessel.capacity)}${vessel.kind === 'separator' ? ' an hour' : ''}`],
            ...drawn(vessel),
          }))}
        />
      </Wall>
      <Doors>
        <Door
          name="Add a churn or vessel"
          value={view.vessels.length === 0 ? 'none yet' : 'name, kind and size'}
          group="house"
          open={view.vessels.length === 0}
        >
          <AddVessel />
        </Door>
        <Door
          name="Animals"
          value={
            view.animals.length === 0
              ? 'none yet'
              : list(view.animals.slice(0, 6).map((animal) => animal.name))
          }
          group="house"
        >
          <div className={styles.inside}>
            <Animals animals={view.animals} today={today} />
          </div>
        </Door>
        <Door
          name="Ways of working"
          value={view.ways.length === 0 ? 'none yet' : list(view.ways.map((way) => way.name))}
          group="house"
        >
          <div className={styles.inside}>
            <Ways ways={view.ways} />
          </div>
        </Door>
        <Door
          name="Calendar and notices"
          value={
            view.calendars.length === 0
              ? 'not told to any'
              : view.calendars.length === 1
                ? 'one address open'
                : `${view.calendars.length} addresses open`
          }
          group="house"
        >
          <Calendars view={view} />
          <Notified />
        </Door>
        <Door
          name="Settings"
          value={`${{ metric: 'litres and grams', us: 'quarts and pounds', imperial: 'pints and pounds' }[view.farm.unitSystem]}, ${view.farm.timeZone}`}
          group="house"
        >
          <Enamel className={styles.settings} aria-label="Settings">
            <Chips
              legend="Units"
              chosen={view.farm.unitSystem}
              onChoose={(unitSystem) =>
                void settle({ unitSystem }, 'Units changed. What was written stays what it was.')
              }
              choices={[
                { key: 'metric', name: 'Litres and grams' },
                { key: 'us', name: 'Quarts and pounds', small: 'US' },
                { key: 'imperial', name: 'Pints and pounds', small: 'imperial' },
              ]}
            />
            <Chips
              legend="Light"
              chosen={mode ?? 'system'}
              onChoose={setMode}
              choices={[
                { key: 'system', name: 'As the device' },
                { key: 'light', name: 'Light' },
                { key: 'dark', name: 'Dark', small: 'before dawn' },
              ]}
            />
            <Chips
              legend="Fat of this season"
              chosen={view.farm.fatHardness < -0.5 ? 'soft' : view.farm.fatHardness > 0.5 ? 'hard' : 'mean'}
              onChoose={(key) =>
                void settle(
                  { fatHardness: { soft: -2, mean: 0, hard: 2 }[key] },
                  'The season’s fat is noted.',
                )
              }
              choices={[
                { key: 'soft', name: 'Soft', small: 'summer grass' },
                { key: 'mean', name: 'In between' },
                { key: 'hard', name: 'Hard', small: 'winter hay' },
              ]}
            />
            <div className={styles.name}>
              <TextField
                label="Name of the farm"
                value={name}
                onChange={(event) => setName(event.target.value)}
                slotProps={{ htmlInput: { maxLength: 80 } }}
                fullWidth
              />
              <Button variant="outlined" onClick={() => void settle({ name }, 'The farm has its name.')}>
                Keep
              </Button>
            </div>
            <Autocomplete
              sx={{ maxWidth: 420 }}
              options={zones}
              value={view.farm.timeZone}
              disableClearable
              onChange={(_, timeZone) =>
                void settle({ timeZone }, 'Days and dates go by that time zone, on every page and label.')
              }
              renderInput={(params) => (
                <TextField
                  {...params}
                  label="Time zone of the farm"
                  helperText="days begin and end by it, whatever a device says"
                />
              )}
            />
            <Quiet>This house answers on this machine only.</Quiet>
          </Enamel>
        </Door>
      </Doors>
    </div>
  );
}

/** Adds a churn or vessel of the maker's own, with its size to the brim. */
function AddVessel() {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const [kind, setKind] = useState<Vessel['kind']>('churn');
  const [tool, setTool] = useState<ToolKey>('paddleHand');
  const [name, setName] = useState('');
  const [typed, setTyped] = useState('');
  const [across, setAcross] = useState('');
  const [discs, setDiscs] = useState('');
  const [motor, setMotor] = useState(false);
  const [wrong, setWrong] = useState<{ message: string; field?: string }>();
  const size = understand(typed, sizeRules(say.system));
  async function add() {
    if (name.trim() === '')
      return setWrong({ message: 'A name of 1 to 60 letters is needed.', field: 'name' });
    if (!size || !('quantity' in size))
      return setWrong({ message: 'Its size to the brim is needed.', field: 'capacity' });
    const answer = await outbox.put('vessel.add', {
      id: newId(),
      name,
      kind,
      tool: kind === 'churn' ? tool : null,
      capacity: size.quantity.value,
      ...(kind !== 'churn' && kind !== 'separator' && /^\d+([.,]\d+)?$/.test(across.trim())
        ? { diameter: Number(across.trim().replace(',', '.')) * (say.system === 'metric' ? 10 : 25.4) }
        : {}),
      ...(kind === 'separator'
        ? { equipment: { motor, ...(/^\d+$/.test(discs.trim()) ? { discs: Number(discs) } : {}) } }
        : {}),
    });
    if (answer.status === 'refused') return setWrong(answer);
    setWrong(undefined);
    setName('');
    setTyped('');
    router.refresh();
  }
  return (
    <Enamel className={styles.add} aria-label="Add a vessel">
      <TextField
        select
        label="What"
        value={kind}
        onChange={(event) => setKind(event.target.value as Vessel['kind'])}
      >
        {Object.entries(kinds).map(([key, says]) => (
          <MenuItem key={key} value={key}>
            {says}
          </MenuItem>
        ))}
      </TextField>
      {kind === 'churn' && <ToolSelect label="Kind of churn" tool={tool} onTool={setTool} />}
      <TextField
        label="Its name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={wrong?.field === 'name'}
        helperText={wrong?.field === 'name' ? wrong.message : 'the oak one, blue jar'}
      />
      <QuantityField
        label={kind === 'separator' ? 'Milk it takes in an hour' : 'Holds, to the brim'}
        typed={typed}
        onTyped={setTyped}
        understood={wrong?.field === 'capacity' && !size ? { wrong: wrong.message } : size}
        system={say.system}
        hint={say.system === 'metric' ? '4 L' : '4 qt'}
        onEnter={() => void add()}
      />
      {kind !== 'churn' && kind !== 'separator' && kind !== 'mould' && (
        <TextField
          label={say.system === 'metric' ? 'Across inside, cm' : 'Across inside, inches'}
          value={across}
          onChange={(event) => setAcross(event.target.value)}
          error={across.trim() !== '' && !/^\d+([.,]\d+)?$/.test(across.trim())}
          helperText="for the skim gauge; a usual one is assumed"
        />
      )}
      {kind === 'separator' && (
        <>
          <TextField
            label="Discs in the bowl"
            value={discs}
            onChange={(event) => setDiscs(event.target.value)}
            error={discs.trim() !== '' && !/^\d+$/.test(discs.trim())}
            helperText="to count them in and out"
          />
          <Chips
            legend="Turned by"
            chosen={motor ? 'motor' : 'hand'}
            onChoose={(key) => setMotor(key === 'motor')}
            choices={[
              { key: 'hand', name: 'Hand' },
              { key: 'motor', name: 'Motor' },
            ]}
          />
        </>
      )}
      <Button variant="outlined" onClick={() => void add()}>
        Put it on the shelf
      </Button>
    </Enamel>
  );
}

/** “one churn”, “10 vessels”, or nothing. */
const some = (count: number, what: string): string[] =>
  count === 0 ? [] : [count === 1 ? `one ${what}` : `${count} ${what}s`];
