'use client';

import { styled } from '@mui/material/styles';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { useState } from 'react';
import type { Farm } from '@/server/house/views';
import { OutboxProvider, useOutboxState, useWaiting } from '../outbox/OutboxProvider';
import { laterPart, useBehindTheDoors } from './laterPart';
import { useKeys } from './useKeys';
import { HeaderJot, HeaderJotProvider, isLiveChurn, useBeginJot, useHeader } from '../jot/HeaderJot';
import { theHouseAway } from './Away';
import type { Who } from './FarmContext';
import { FarmProvider, useFarm, useWho, WhoProvider } from './FarmContext';
import styles from './Frame.module.css';
import { Press } from '../theme/Press';
import { Notices } from './Notices';
import { NowProvider } from './useNow';
import { Recent } from './Recent';
import { Unsent } from './Unsent';
import { useLater } from './useLater';
import { SettleFirst } from './useSettle';
import { WithoutHouse } from './WithoutHouse';

const places = [
  { href: '/', name: 'Today' },
  { href: '/pail', name: 'Pail' },
  { href: '/shelf', name: 'Shelf' },
  { href: '/churn', name: 'Churn' },
  { href: '/larder', name: 'Larder' },
  { href: '/ledger', name: 'Books' },
  { href: '/house', name: 'House' },
] as const;
/** Behind “More” on a phone: what is not looked at with milk on the hands. */
const behindMore = new Set<string>(['/ledger', '/house']);
const isHere = (href: string, path: string): boolean => (href === '/' ? path === '/' : path.startsWith(href));

const Skip = styled('a')({
  position: 'absolute',
  left: -9999,
  '&:focus': { left: 12, top: 12, zIndex: 30, background: 'var(--enamel)', color: 'var(--rim)', padding: 12 },
});

/** The frame of every screen: the farm's name, the doors to the places, and what is still unsent. */
export function Frame({
  farm,
  nowSeconds,
  hasMilk,
  who,
  children,
}: {
  farm: Farm;
  nowSeconds: number;
  /** The Pail stays hidden until there is milk, or an animal that gives it. */
  hasMilk: boolean;
  who: Who;
  children: ReactNode;
}) {
  return (
    <FarmProvider farm={farm}>
      <WhoProvider who={who}>
        <NowProvider seconds={nowSeconds}>
          <OutboxProvider farmId={farm.id} by={who.id}>
            <Notices>
              <HeaderJotProvider>
                <SettleFirst />
                <WithoutHouse farm={farm} hasMilk={hasMilk} who={who} />
                <Skip href="#room">Skip to what matters</Skip>
                <Rail hasMilk={hasMilk} />
                <Aside />
                <main id="room" tabIndex={-1} className={styles.room}>
                  {children}
                </main>
              </HeaderJotProvider>
            </Notices>
          </OutboxProvider>
        </NowProvider>
      </WhoProvider>
    </FarmProvider>
  );
}

/** The rail over every page: the farm, the line to jot on, what can be undone, and the doors to the places. */
function Rail({ hasMilk }: { hasMilk: boolean }) {
  const path = usePathname();
  const { name } = useFarm();
  const who = useWho();
  const { open, setOpen } = useHeader();
  const begin = useBeginJot();
  const [sheet, setSheet] = useState(false);
  const pop = useLater(thePop, sheet);
  useBehindTheDoors(path);
  useLater(theHouseAway, true);
  // The churn has a sheet of its own, with its keys.
  const live = isLiveChurn(path);
  useKeys({ '/': begin, '?': live ? undefined : () => setSheet(true) });
  const shown = places.filter(({ href }) => hasMilk || href !== '/pail');
  return (
    <header className={styles.rail}>
      <Link className={styles.word} href="/">
        Immulgo
        {(name || who.name) && <small>{[name, who.name].filter(Boolean).join(' · ')}</small>}
      </Link>
      <HeaderJot />
      <Press className={styles.jot} aria-expanded={open} onClick={() => (open ? setOpen(false) : begin())}>
        Jot
      </Press>
      <Unsent />
      <Recent />
      <nav className={styles.places} aria-label="Places">
        {shown.map(({ href, name: says }) => (
          <Link
            key={href}
            href={href}
            className={behindMore.has(href) ? styles.rare : undefined}
            aria-current={isHere(href, path) ? 'page' : undefined}
          >
            {says}
          </Link>
        ))}
        <More here={[...behindMore].some((href) => isHere(href, path))} />
      </nav>
      {pop && (
        <pop.Dialog open={sheet} onClose={() => setSheet(false)} aria-labelledby="jot-grammar">
          <div className={styles.sheet}>
            <pop.JotGrammar />
            <Press onClick={() => setSheet(false)}>Close</Press>
          </div>
        </pop.Dialog>
      )}
    </header>
  );
}

const thePop = () => import('./pop');
const SetAside = laterPart(() => import('../outbox/SetAside').then((part) => part.SetAside), null);

/** What was set aside, fetched where there is something. */
function Aside() {
  const { storeFails } = useOutboxState();
  const aside = useWaiting().some((one) => one.aside !== undefined || !one.kept);
  const { role } = useWho();
  return (
    <>
      {role === 'reader' && (
        <p className={styles.reader}>
          You look on here: what you press is refused, and nothing of it is written.
        </p>
      )}
      {aside || storeFails ? <SetAside /> : null}
    </>
  );
}

/** On a phone the last door opens on the others. */
function More({ here }: { here: boolean }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const pop = useLater(thePop, at !== null);
  return (
    <>
      <button
        type="button"
        className={styles.more}
        aria-haspopup="menu"
        aria-expanded={at !== null}
        aria-current={here ? 'page' : undefined}
        onClick={(event) => setAt(event.currentTarget)}
      >
        More
      </button>
      {pop && (
        <pop.Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
          {places
            .filter(({ href }) => behindMore.has(href))
            .map(({ href, name }) => (
              <pop.MenuItem
                key={href}
                component={Link}
                href={href}
                onClick={() => setAt(null)}
                sx={{ minHeight: 56 }}
              >
                {name}
              </pop.MenuItem>
            ))}
          <pop.MenuItem component={Link} href="/bench" onClick={() => setAt(null)} sx={{ minHeight: 56 }}>
            Bench
          </pop.MenuItem>
        </pop.Menu>
      )}
    </>
  );
}
