import { rgb } from 'pdf-lib';
import type { PDFPage } from 'pdf-lib';
import { create as qrOf } from 'qrcode';
import type { JarLabel } from './jarLabel';
import type { Paper, Printed } from './print';
import { newFile, papers, points, write } from './print';

/** Sheets of stick-on labels as they are sold: how many, how large, and where the first one lies, mm. */
export const sheets = {
  'a4-24': { paper: 'a4', across: 3, down: 8, width: 70, height: 37, left: 0, top: 0.5, gap: 0 },
  'a4-14': { paper: 'a4', across: 2, down: 7, width: 99.1, height: 38.1, left: 4.65, top: 15.15, gap: 2.5 },
  'letter-30': { paper: 'letter', across: 3, down: 10, width: 66.675, height: 25.4, left: 4.76, top: 12.7, gap: 3.175 },
} as const satisfies Record<
  string,
  { paper: Paper; across: number; down: number; width: number; height: number; left: number; top: number; gap: number }
>; // prettier-ignore
export type SheetKey = keyof typeof sheets;

/** One label of a sheet; `page` is where the piece’s own page is found, as a code to point a phone at. */
export interface SheetLabel extends Omit<JarLabel, 'made'> {
  page?: string | undefined;
}

/** Most labels of one print. */
export const mostLabels = 240;

/**
 * Labels on a sheet as they are sold, as many pages as they take.
 * @param first place of the first label on the first sheet, from 0: what is used up of it already
 */
export async function labelSheet(
  labels: readonly SheetLabel[],
  sheet: SheetKey,
  made: Date,
  first = 0,
): Promise<Uint8Array> {
  const { paper, across, down, width, height, left, top, gap } = sheets[sheet];
  const printed = await newFile('Labels', made);
  const [paperWide, paperHigh] = papers[paper].map(points) as [number, number];
  let page: PDFPage | undefined;
  for (const [i, label] of labels.slice(0, mostLabels).entries()) {
    const place = (first + i) % (across * down);
    if (page === undefined || place === 0) page = printed.file.addPage([paperWide, paperHigh]);
    const x = points(left + (place % across) * (width + gap));
    const y = paperHigh - points(top + (Math.floor(place / across) + 1) * height);
    drawLabel(page, printed, label, { x, y, width: points(width), height: points(height) });
  }
  return printed.file.save();
}

function drawLabel(
  page: PDFPage,
  { plain, bold }: Printed,
  { what, code, lines, notForDrinking, notForPeople, contains = 'Contains milk.', page: address }: SheetLabel,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
): void {
  const margin = points(2.5);
  const side = address === undefined ? 0 : Math.min(height - 2 * margin, points(20));
  const room = width - 2 * margin - (side > 0 ? side + margin : 0);
  const at = (mm: number) => y + height - points(mm);
  // A low label has room for less: its last lines share one, and give way only to what warns.
  const tall = height > points(30);
  const warned = notForPeople ?? (notForDrinking && (notForDrinking.reason ?? ''));
  write(page, `${what} ${code}`, { x: x + margin, y: at(7), font: bold, largest: 13, room });
  const kept = tall
    ? lines.slice(0, 4)
    : [
        ...lines.slice(0, 2),
        ...(warned === undefined && lines.length > 2 ? [lines.slice(2).join(' · ')] : []),
      ];
  kept.forEach((line, i) =>
    write(page, line, { x: x + margin, y: at(11.5 + 4.2 * i), font: plain, largest: 8.5, room }),
  );
  const foot = y + margin;
  if (warned !== undefined) {
    const says = notForPeople === undefined ? 'NOT FOR DRINKING' : 'NOT TO BE EATEN';
    page.drawRectangle({
      x: x + margin / 2,
      y: y + margin / 2,
      width: room + margin,
      height: points(7),
      borderWidth: 1.6,
      borderColor: rgb(0, 0, 0),
      color: rgb(1, 1, 1),
    });
    write(page, says, { x: x + margin, y: foot + points(0.9), font: bold, largest: 11, room });
  } else write(page, contains, { x: x + margin, y: foot, font: plain, largest: 7, room });
  if (address !== undefined)
    drawCode(page, address, x + width - margin - side, y + (height - side) / 2, side);
}

/** A code to point a phone at, in squares. */
function drawCode(page: PDFPage, address: string, x: number, y: number, side: number): void {
  const { modules } = qrOf(address, { errorCorrectionLevel: 'M' });
  const cell = side / modules.size;
  for (let row = 0; row < modules.size; row += 1)
    for (let column = 0; column < modules.size; column += 1)
      if (modules.get(row, column))
        page.drawRectangle({
          x: x + column * cell,
          y: y + side - (row + 1) * cell,
          // A hair wider, so that no white line shows between two of them.
          width: cell * 1.02,
          height: cell * 1.02,
          color: rgb(0, 0, 0),
        });
}
