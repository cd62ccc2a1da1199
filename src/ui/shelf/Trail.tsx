'use client';

import { counted } from '@/core/quantities/counted';
import Link from 'next/link';
import { useMemo } from 'react';
import { kindNames, kindWord } from '@/core/standing/lotKinds';
import type { TrailShown } from '@/server/shelf/views';
import { useSay } from '../frame/FarmContext';
import { Unseen } from '../theme/Enamel';

const mostInColumn = 9;
interface Node {
  id: string;
  column: number;
  name: string;
  small: string;
  here: boolean;
  lots: string[];
}

/**
 * The whole way of a lot, from the milkings to the pats: each lot one step to the right of those it came from. Many of one
 * column are drawn as one, with their number and days.
 */
export function Trail({ trail, lotId }: { trail: TrailShown; lotId: string }) {
  const say = useSay();
  const { nodes, links, width, height } = useMemo(() => layOut(trail, lotId, say), [trail, lotId, say]);
  if (trail.lots.length <= 1) return null;
  return (
    <figure style={{ margin: 0 }}>
      <div style={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Trail, from milk to butter">
        <svg
          viewBox={`0 0 ${width} ${height}`}
          style={{
            minWidth: Math.min(width, 900),
            width: '100%',
            maxWidth: width,
            height: 'auto',
            display: 'block',
          }}
          aria-hidden
        >
          {links.map(({ d, w, key }) => (
            <path key={key} d={d} fill="none" stroke="var(--fat)" strokeWidth={w} strokeOpacity="0.75" />
          ))}
          {nodes.map(({ node, x, y }) => (
            <g key={node.id}>
              <rect
                x={x}
                y={y}
                width="150"
                height="46"
                rx="10"
                fill="var(--enamel)"
                stroke={node.here ? 'var(--rim)' : 'var(--pewter)'}
                strokeWidth={node.here ? 3 : 1.5}
              />
              <text x={x + 12} y={y + 20} fontSize="14" fontWeight="620" fill="var(--ink)">
                {short(node.name, 18)}
              </text>
              <text x={x + 12} y={y + 37} fontSize="12" fill="var(--quiet)">
                {short(node.small, 21)}
              </text>
            </g>
          ))}
        </svg>
      </div>
      <figcaption>
        <Unseen>The same as a list: </Unseen>
        <details>
          <summary style={{ cursor: 'pointer', minHeight: 44 }}>
            {counted(trail.lots.length - 1, 'lot')} on the way
          </summary>
          <ul style={{ margin: 0, paddingLeft: 20, lineHeight: 1.7 }}>
            {trail.lots
              .toSorted((a, b) => a.madeSeconds - b.madeSeconds)
              .map((lot) => (
                <li key={lot.id}>
                  {lot.batchId && lot.kind === 'butter' ? (
                    <Link href={`/ledger/${lot.batchId}`}>{lot.code}</Link>
                  ) : (
                    <Link href={`/shelf/${lot.id}`}>{lot.code}</Link>
                  )}{' '}
                  {kindWord(lot.kind)}, {say.day(say.dateOf(lot.madeSeconds))}
                  {lot.vessel && `, ${lot.vessel}`}
                  {lot.id === lotId ? ' (this one)' : lot.steps < 0 ? ' (before it)' : ' (of it)'}
                </li>
              ))}
          </ul>
        </details>
      </figcaption>
    </figure>
  );
}

/** Cut to so many letters, and seen to be cut. */
const short = (words: string, most: number) =>
  words.length > most ? `${words.slice(0, most - 1).trimEnd()}…` : words;

function layOut(trail: TrailShown, lotId: string, say: ReturnType<typeof useSay>) {
  const column = new Map(trail.lots.map(({ id }) => [id, 0]));
  // Longest way from a beginning: as many rounds as there are lots at most, so that to-and-fro pouring ends too.
  for (let round = 0; round < Math.min(40, trail.lots.length); round += 1) {
    let moved = false;
    for (const { from, to } of trail.steps) {
      const next = Math.min(12, (column.get(from) ?? 0) + 1);
      if (next > (column.get(to) ?? 0)) {
        column.set(to, next);
        moved = true;
      }
    }
    if (!moved) break;
  }
  const day = (seconds: number) => say.day(say.dateOf(seconds)).replace(/^\w+,? /, '');
  const columns = new Map<number, TrailShown['lots']>();
  for (const lot of trail.lots) {
    const at = column.get(lot.id)!;
    columns.set(at, [...(columns.get(at) ?? []), lot]);
  }
  const nodes: Node[] = [];
  for (const [at, lots] of columns) {
    const sorted = lots.toSorted((a, b) => a.madeSeconds - b.madeSeconds);
    const byKind = [...new Set(sorted.map(({ kind }) => kind))].map(
      (kind) => [kind, sorted.filter((lot) => lot.kind === kind)] as const,
    );
    for (const [kind, all] of byKind) {
      const shown = sorted.length > mostInColumn ? all.filter(({ id }) => id === lotId) : all;
      const gathered = sorted.length > mostInColumn ? all.filter(({ id }) => id !== lotId) : [];
      for (const lot of shown)
        nodes.push({
          id: lot.id,
          column: at,
          name: `${kindNames[kind]} ${lot.code}`,
          small: `${day(lot.madeSeconds)}${lot.vessel ? `, ${lot.vessel}` : ''}`,
          here: lot.id === lotId,
          lots: [lot.id],
        });
      if (gathered.length > 0)
        nodes.push({
          id: `${at}${kind}`,
          column: at,
          name:
            gathered.length === 1
              ? `${kindNames[kind]} ${gathered[0]!.code}`
              : `${gathered.length} of ${kindWord(kind)}`,
          small:
            gathered.length === 1
              ? day(gathered[0]!.madeSeconds)
              : `${day(gathered[0]!.madeSeconds)} to ${day(gathered.at(-1)!.madeSeconds)}`,
          here: false,
          lots: gathered.map(({ id }) => id),
        });
    }
  }
  const most = Math.max(
    ...[...columns.keys()].map((at) => nodes.filter((node) => node.column === at).length),
  );
  const height = Math.max(80, most * 60 + 20);
  const placed = nodes.map((node) => {
    const beside = nodes.filter((other) => other.column === node.column);
    const i = beside.indexOf(node);
    return { node, x: 10 + node.column * 210, y: 10 + ((height - 20) / beside.length) * (i + 0.5) - 23 };
  });
  const where = new Map(placed.flatMap((one) => one.node.lots.map((id) => [id, one] as const)));
  const sums = new Map<string, { a: (typeof placed)[number]; b: (typeof placed)[number]; fat: number }>();
  for (const { from, to, fat } of trail.steps) {
    const [a, b] = [where.get(from), where.get(to)];
    if (!a || !b || a === b) continue;
    const key = `${a.node.id}>${b.node.id}`;
    sums.set(key, { a, b, fat: (sums.get(key)?.fat ?? 0) + Math.max(0, fat) });
  }
  const mostFat = Math.max(1, ...[...sums.values()].map(({ fat }) => fat));
  const links = [...sums].map(([key, { a, b, fat }]) => {
    const [x1, y1, x2, y2] = [a.x + 150, a.y + 23, b.x, b.y + 23];
    return {
      key,
      d: `M${x1} ${y1}C${x1 + 34} ${y1} ${x2 - 34} ${y2} ${x2} ${y2}`,
      w: 1.5 + 14 * Math.sqrt(fat / mostFat),
    };
  });
  return { nodes: placed, links, width: 10 + (Math.max(...columns.keys()) + 1) * 210 - 40, height };
}
