'use client';

import { useQuery } from '@tanstack/react-query';
import { roleWords } from '@/core/people/roles';
import type { PeopleView } from '@/server/people/views';
import { Door, Doors } from '../board/Door';
import { counted } from '@/core/quantities/counted';
import { reads } from '../frame/serverReads';
import { forgetKept } from '../outbox/kept';
import { useWaiting } from '../outbox/OutboxProvider';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { Devices } from './Devices';
import { Farms } from './Farms';
import { Members } from './Members';
import { OwnSecrets } from './OwnSecrets';
import { SetUp } from './SetUp';
import { Turns } from './Turns';
import { openAnew, tellPeople } from './tellPeople';
import styles from './People.module.css';

/** How long the house is waited for, ms. */
const patience = 8000;

/** Who is in the house and on what: nobody but the maker at first, and nothing to say. */
export function People() {
  const { data: view, isError, refetch } = useQuery(
    {
      queryKey: ['people'],
      queryFn: async () => {
        const answer = await fetch('/api/people', { cache: 'no-store', signal: AbortSignal.timeout(patience) });
        if (!answer.ok) throw new Error('The house did not say.');
        return (await answer.json()) as PeopleView;
      },
    },
    reads,
  );
  if (isError)
    return (
      <Quiet role="alert">
        The house does not answer just now. <Press onClick={() => void refetch()}>Ask again</Press>
      </Quiet>
    );
  if (!view) return <p role="status">One moment…</p>;
  const again = () => void refetch();
  if (view.demo) return <Turns view={view} demo />;
  if (!view.setUp) return <SetUp />;
  return <Here view={view} again={again} />;
} // prettier-ignore

function Here({ view, again }: { view: PeopleView; again: () => void }) {
  const { me, members, devices } = view;
  return (
    <div className={styles.people}>
      <p>
        You are <strong>{me.name ?? 'the house itself'}</strong>, {roleWords[me.role].name.toLowerCase()}:{' '}
        {roleWords[me.role].says}. <Leave />
      </p>
      {me.shared && <Turns view={view} />}
      <Doors>
        {members && (
          <Door
            name="People"
            value={members.length === 1 ? 'you alone' : counted(members.length, 'person', 'people')}
            group="people"
            open
          >
            <Members view={view} again={again} />
          </Door>
        )}
        {devices && (
          <Door name="Devices" value={counted(devices.length, 'device')} group="people">
            <Devices view={view} again={again} />
          </Door>
        )}
        <Door
          name="Farms"
          value={
            view.farms.length === 1 ? 'this one' : counted(view.farms.length, 'farm')
          }
          group="people"
        >
          <Farms view={view} again={again} />
        </Door>
        <Door name="Your password and number" value="yours alone" group="people">
          <OwnSecrets again={again} />
        </Door>
      </Doors>
    </div>
  );
} // prettier-ignore

/** Leaves the device: nothing of the farm stays on it but what was marked and is not sent. */
function Leave() {
  const unsent = useWaiting().length;
  return (
    <Press
      look="word"
      onClick={() =>
        void tellPeople({ act: 'signOut' }).then(async ({ done }) => {
          if (!done) return;
          await forgetKept();
          openAnew('/sign-in');
        })
      }
    >
      {unsent > 0 ? `Leave this device (${unsent} not sent yet stays on it)` : 'Leave this device'}
    </Press>
  );
}
