import { rgb } from 'pdf-lib';
import { addDays } from '@/core/keeping/civilDate';
import type { Paper } from './print';
import { newFile, papers, points, write } from './print';

const weeks = 4;
const columns = [
  { name: 'Day', share: 1.25 },
  { name: 'Milk, morning', share: 1.2 },
  { name: 'Milk, evening', share: 1.2 },
  { name: 'Cream', share: 1 },
  { name: 'Churned at', share: 1.05 },
  { name: 'Minutes', share: 0.9 },
  { name: 'Butter', share: 1 },
  { name: 'What else', share: 2.4 },
] as const;

/**
 * One page for the fridge door: four weeks to write on by hand, a line a day, weeks set apart.
 * @param from ISO date of its first day
 * @param units how milk, cream and butter are written here, such as “L”
 */
export async function fridgeDoor({
  farm,
  from,
  paper,
  units,
  made,
}: {
  farm: string | null;
  from: string;
  paper: Paper;
  units: { volume: string; mass: string };
  made: Date;
}): Promise<Uint8Array> {
  const { file, plain, bold } = await newFile('Fridge door', made);
  const [wide, high] = papers[paper].map(points) as [number, number];
  const page = file.addPage([wide, high]);
  const margin = points(12);
  const room = wide - 2 * margin;
  const day = new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
  const say = (on: string) => day.format(new Date(`${on}T00:00:00Z`));
  write(page, `${farm ? `${farm}: ` : ''}${say(from)} to ${say(addDays(from, 7 * weeks - 1))}`, {
    x: margin,
    y: high - margin - 14,
    font: bold,
    largest: 17,
    room,
  });
  write(
    page,
    `Milk and cream in ${units.volume}, butter in ${units.mass}. Whose milk, who came for butter, what went wrong: under “What else”.`,
    {
      x: margin,
      y: high - margin - 30,
      font: plain,
      largest: 9.5,
      room,
    },
  );
  const total = columns.reduce((sum, { share }) => sum + share, 0);
  const edges = columns.reduce<number[]>(
    (all, { share }) => [...all, all.at(-1)! + (room * share) / total],
    [margin],
  );
  const top = high - margin - 44;
  const head = points(8);
  const line = (top - head - margin) / (7 * weeks);
  for (const [i, { name }] of columns.entries())
    write(page, name, {
      x: edges[i]! + 3,
      y: top - head + 5,
      font: bold,
      largest: 8.5,
      room: edges[i + 1]! - edges[i]! - 6,
    });
  for (let row = 0; row <= 7 * weeks; row += 1) {
    const y = top - head - row * line;
    const week = row % 7 === 0;
    page.drawLine({
      start: { x: margin, y },
      end: { x: margin + room, y },
      thickness: week ? 1.4 : 0.4,
      color: rgb(0.1, 0.13, 0.17),
    });
    if (row < 7 * weeks)
      write(page, say(addDays(from, row)), {
        x: margin + 3,
        y: y - line / 2 - 3,
        font: plain,
        largest: 8.5,
        room: edges[1]! - margin - 6,
      });
  }
  for (const x of edges)
    page.drawLine({
      start: { x, y: top },
      end: { x, y: top - head - 7 * weeks * line },
      thickness: 0.4,
      color: rgb(0.1, 0.13, 0.17),
    });
  return file.save();
}
