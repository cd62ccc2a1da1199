'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { verdicts } from '@/core/balancing/judgeBatch';
import { counted } from '@/core/quantities/counted';
import type { ToolKey } from '@/core/churning/tools';
import { toolKeys, tools } from '@/core/churning/tools';
import { parseQuantity } from '@/core/quantities/parseQuantity';
import { CalculationError } from '@/core/calculationError';
import type { FoundBatches } from '@/server/ledger/views';
import { verdictWords } from '../churning/batchSaid';
import { laterPart } from '../frame/laterPart';
import { reads } from '../frame/serverReads';
import { OneOf } from '../quantity/OneOf';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { PressLink } from '../theme/Press';
import { Headline } from '../theme/Headline';
import styles from './EveryBatch.module.css';

const BatchGrid = laterPart(() => import('./BatchGrid').then((part) => part.BatchGrid));

/** So many stand side by side. */
const mostCompared = 4;
/** How long the house is waited for, ms. */
const patience = 8000;

/** What is looked for, and in what order. */
export interface Asked {
  order: string;
  down: boolean;
  page: number;
  size: number;
}
const atFirst: Asked = { order: 'number', down: true, page: 0, size: 25 };

interface Filters {
  find: string;
  season: string;
  tool: string;
  verdict: string;
  maker: string;
  cream: string;
  source: string;
  fat: string;
  efficiency: string;
}
const everything: Filters = {
  find: '',
  season: '',
  tool: '',
  verdict: '',
  maker: '',
  cream: '',
  source: '',
  fat: '',
  efficiency: '',
};

/** Every batch there was: searched, filtered and put in order by the house, a page at a time. */
export function EveryBatch({ first }: { first: FoundBatches }) {
  const [asked, setAsked] = useState(atFirst);
  const [filters, setFilters] = useState(everything);
  const [chosen, setChosen] = useState<ReadonlySet<number | string>>(new Set());
  const change = (part: Partial<Filters>) => {
    setFilters({ ...filters, ...part });
    setAsked({ ...asked, page: 0 });
  };
  const fat = rangeIn(filters.fat);
  const efficiency = rangeIn(filters.efficiency);
  const wrong = 'wrong' in fat || 'wrong' in efficiency;
  const query = useDeferredValue(
    new URLSearchParams(
      Object.entries({
        find: filters.find.trim(),
        season: filters.season,
        tool: filters.tool,
        verdict: filters.verdict,
        maker: filters.maker,
        cream: filters.cream,
        source: filters.source,
        ...named('fat', fat),
        ...named('efficiency', efficiency),
        order: asked.order,
        down: asked.down ? '1' : '0',
        page: String(asked.page),
        size: String(asked.size),
      }).filter(([, value]) => value !== ''),
    ).toString(),
  );
  const untouched = filters === everything && asked === atFirst;
  const { data, isError, isFetching, isPlaceholderData } = useQuery(
    {
      queryKey: ['batches', query],
      queryFn: async () => {
        const answer = await fetch(`/api/batches?${query}`, { cache: 'no-store', signal: AbortSignal.timeout(patience) });
        if (!answer.ok) throw new Error('The house did not say.');
        return (await answer.json()) as FoundBatches;
      },
      enabled: !untouched && !wrong,
      placeholderData: keepPreviousData,
      staleTime: 5000,
    },
    reads,
  );
  const found = untouched ? first : (data ?? first);
  // What stands here until the house has answered is not what was asked for.
  const looking = !untouched && !wrong && !isError && (data === undefined || isPlaceholderData);
  return (
    <article className={styles.page}>
      <Headline>{looking && filters !== everything ? 'Looking for batches like that…' : said(found.total, filters !== everything)}</Headline>
      <div className={styles.filters} role="search" aria-label="Which batches">
        <Field
          label="Find"
          placeholder="a number, a way, a churn, a name"
          value={filters.find}
          onChange={(event) => change({ find: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 120 }, inputLabel: { shrink: true } }}
        />
        <OneOf label="Season" chosen={filters.season} onChoose={(season) => change({ season })} choices={[{ key: '', name: 'all year' }, { key: 'winter', name: 'winter' }, { key: 'spring', name: 'spring' }, { key: 'summer', name: 'summer' }, { key: 'autumn', name: 'autumn' }]} />
        <OneOf label="Churned in" chosen={filters.tool} onChoose={(tool) => change({ tool })} choices={[{ key: '', name: 'anything' }, ...toolKeys.map((key: ToolKey) => ({ key: key as string, name: tools[key].name }))]} />
        <OneOf label="Verdict" chosen={filters.verdict} onChoose={(verdict) => change({ verdict })} choices={[{ key: '', name: 'any' }, ...verdicts.map((key) => ({ key: key as string, name: verdictWords[key] }))]} />
        {found.makers.length > 0 && (
          <OneOf label="Churned by" chosen={filters.maker} onChoose={(maker) => change({ maker })} choices={[{ key: '', name: 'anybody' }, ...found.makers.map((name) => ({ key: name, name }))]} />
        )}
        <OneOf label="Cream" chosen={filters.cream} onChoose={(cream) => change({ cream })} choices={[{ key: '', name: 'any' }, { key: 'ripened', name: 'ripened' }, { key: 'sweet', name: 'sweet' }]} />
        <OneOf label="It came" chosen={filters.source} onChoose={(source) => change({ source })} choices={[{ key: '', name: 'from anywhere' }, { key: 'shelf', name: 'from the Shelf' }, { key: 'brought', name: 'with the batch' }]} />
        <Field
          label="Cream’s fat, %"
          placeholder="30 to 40"
          value={filters.fat}
          slotProps={{ inputLabel: { shrink: true } }}
          error={'wrong' in fat}
          helperText={'wrong' in fat ? fat.wrong : undefined}
          onChange={(event) => change({ fat: event.target.value })}
        />
        <Field
          label="Fat in the butter, %"
          placeholder="under 95"
          value={filters.efficiency}
          slotProps={{ inputLabel: { shrink: true } }}
          error={'wrong' in efficiency}
          helperText={'wrong' in efficiency ? efficiency.wrong : undefined}
          onChange={(event) => change({ efficiency: event.target.value })}
        />
      </div>
      {isError && <Quiet role="alert">The house does not answer: what was found last stands here.</Quiet>}
      <div className={styles.compare}>
        {chosen.size >= 2 && chosen.size <= mostCompared ? (
          <PressLink href={`/ledger/compare?batches=${[...chosen].join(',')}`}>
            Hold {chosen.size} side by side
          </PressLink>
        ) : (
          <Quiet role="status">
            {chosen.size > mostCompared
              ? `${chosen.size} are chosen: at most four stand side by side.`
              : 'Choose two to four to hold them side by side.'}
          </Quiet>
        )}
      </div>
      <BatchGrid found={found} asked={asked} onAsked={setAsked} busy={isFetching} chosen={chosen} onChosen={setChosen} />
    </article>
  );
} // prettier-ignore

const said = (total: number, filtered: boolean): string =>
  total === 0
    ? filtered
      ? 'No batch is like that.'
      : 'The ledger is empty until the first butter is packed.'
    : `${counted(total, 'batch', 'batches')}${filtered ? ' like that' : ''}.`;

type Range = { from?: number; to?: number } | { wrong: string };

/** “30 to 40”, “under 95”, “over 90”, “36”: shares of a whole, ends included; a single one with a point either way. */
function rangeIn(typed: string): Range {
  const text = typed.trim().toLowerCase().replace(/%/g, '');
  if (text === '') return {};
  try {
    const share = (said: string) => parseQuantity(`${said.trim()} %`, 'metric', 'fraction').value;
    const [, under] = /^(?:under|below|<) *(.+)$/.exec(text) ?? [];
    if (under) return { to: share(under) };
    const [, over] = /^(?:over|above|from|>) *(.+)$/.exec(text) ?? [];
    if (over) return { from: share(over) };
    const [, low, high] = /^(.+?) *(?:to|–|-) *(.+)$/.exec(text) ?? [];
    if (low && high)
      return { from: Math.min(share(low), share(high)), to: Math.max(share(low), share(high)) };
    return { from: share(text) - 0.01, to: share(text) + 0.01 };
  } catch (error) {
    if (error instanceof CalculationError) return { wrong: 'Say “30 to 40”, “under 95” or “over 90”.' };
    throw error;
  }
}

const named = (name: 'fat' | 'efficiency', range: Range): Record<string, string> =>
  'wrong' in range
    ? {}
    : {
        [`${name}From`]: range.from === undefined ? '' : String(Math.max(0, range.from)),
        [`${name}To`]: range.to === undefined ? '' : String(range.to),
      };
