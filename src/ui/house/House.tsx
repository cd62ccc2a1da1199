'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { roleWords } from '@/core/people/roles';
import { tools } from '@/core/churning/tools';
import type { WholeHouse } from '@/server/house/views';
import { laterPart } from '../frame/laterPart';
import type { BackupsView } from '@/server/house/views';
import { Backups, useBackups } from './Backups';
import { useSay, useWho } from '../frame/FarmContext';
import { list } from '@/core/quantities/list';
import { salts } from '@/core/salting/salts';
import type { PlaceCelsius } from '@/core/standing/places';
import { ownPlaceKeys, places, vesselShape } from '@/core/standing/places';
import { Board } from '../board/Board';
import type { Standing } from '../board/Board';
import { drawnSize, profiles } from '../board/profiles';
import { Door, Doors } from '../board/Door';
import { Said, Wall } from '../board/Wall';
import { WareDrawing } from '../board/WareDrawing';
import { wares } from '../standing/LotBoard';
import { CreamDrawing } from '../vessel/CreamDrawing';
import { vesselShapes } from '../vessel/shapes';
import styles from './House.module.css';

const AddVessel = laterPart(() => import('./AddVessel').then((part) => part.AddVessel));
const Animals = laterPart(() => import('./Animals').then((part) => part.Animals));
const Calendars = laterPart(() => import('./Calendars').then((part) => part.Calendars));
const Notified = laterPart(() => import('./Notified').then((part) => part.Notified));
const People = laterPart(() => import('../people/People').then((part) => part.People));
const Settings = laterPart(() => import('./Settings').then((part) => part.Settings));
const Salts = laterPart(() => import('./Salts').then((part) => part.Salts));
const TakeAlong = laterPart(() => import('./TakeAlong').then((part) => part.TakeAlong));
const Temperatures = laterPart(() => import('./Temperatures').then((part) => part.Temperatures));
const SomebodyThere = laterPart(() => import('./SomebodyThere').then((part) => part.SomebodyThere));
const Vessels = laterPart(() => import('./Vessels').then((part) => part.Vessels));
const Ways = laterPart(() => import('./Ways').then((part) => part.Ways));

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
  const who = useWho();
  const backups = useBackups(who.role === 'owner');
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
        {view.vessels.length > 0 && (
          <Door name="Change or retire one" value="name, size, or gone" group="house">
            <Vessels vessels={view.vessels} />
          </Door>
        )}
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
        <Door name="Fridge, freezer and rooms" value={warmthSaid(view.farm.placeCelsius, say)} group="house">
          <Temperatures />
        </Door>
        <Door name="When somebody is there" value={thereSaid(view.farm)} group="house">
          <SomebodyThere people={view.people} />
        </Door>
        <Door name="Salt" value={salts[view.farm.usualSalt ?? 'fine'].name} group="house">
          <Salts />
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
          name="People and devices"
          value={
            who.name ? `${who.name}, ${roleWords[who.role].name.toLowerCase()}` : 'you alone, on this machine'
          }
          group="house"
        >
          <div className={styles.inside}>
            <People />
          </div>
        </Door>
        {who.role === 'owner' && (
          <Door name="Backups" value={backupsSaid(backups.data, view.nowSeconds)} group="house">
            <Backups />
          </Door>
        )}
        <Door name="Take along, bring in" value="JSON, workbook, CSV" group="house">
          <TakeAlong tables={view.tables} />
        </Door>
        <Door
          name="Settings"
          value={`${{ metric: 'litres and grams', us: 'quarts and pounds', imperial: 'pints and pounds' }[view.farm.unitSystem]}, ${view.farm.timeZone}`}
          group="house"
        >
          <Settings farm={view.farm} />
        </Door>
      </Doors>
    </div>
  );
}

/** “one churn”, “10 vessels”, or nothing. */
const some = (count: number, what: string): string[] =>
  count === 0 ? [] : [count === 1 ? `one ${what}` : `${count} ${what}s`];

/** How warm fridge and freezer are, or that nobody said. */
function warmthSaid(own: PlaceCelsius, say: ReturnType<typeof useSay>): string {
  const said = ownPlaceKeys.flatMap((place) =>
    own[place] === undefined ? [] : [`${places[place].name.toLowerCase()} ${say.temperature(own[place])}`],
  );
  return said.length === 0 ? 'as such places usually are' : list(said);
}

/** How the newest backup stands, in a few words. */
function backupsSaid(data: BackupsView | null | undefined, nowSeconds: number): string {
  if (!data) return data === null ? 'none here' : 'how they stand';
  if (data.says !== null) return 'something to think of';
  if (data.madeAtSeconds === null) return 'the first is coming';
  const days = Math.floor((nowSeconds - data.madeAtSeconds) / 86_400);
  return days <= 0 ? 'today’s is made' : days === 1 ? 'one of yesterday' : `one ${days} days old`;
}

/** When somebody is there, in a few words. */
const thereSaid = ({ hours }: WholeHouse['farm']): string =>
  !hours
    ? 'six to half past nine, assumed'
    : hours.away.length === 0
      ? 'as you said'
      : `as you said, ${hours.away.length === 1 ? 'once' : `${hours.away.length} times`} a week away`;
