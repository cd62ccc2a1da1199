import type { PDFFont, PDFPage } from 'pdf-lib';
import { rgb } from 'pdf-lib';
import type { Paper } from './print';
import { inLines, newFile, papers, points, write } from './print';

/** A batch in words, ready to be set: every amount in the farm’s units. */
export interface BatchSheet {
  farm: string | null;
  number: number;
  day: string;
  /** What it came to, in a sentence; and what that means and asks for. */
  came: string;
  meaning: string;
  /** What went wrong, each a sentence. */
  troubles: readonly string[];
  figures: readonly { name: string; value: string }[];
  /** Where the fat went: each share of what was churned, 0 … 1. */
  fat: readonly { name: string; amount: string; share: number }[];
  course: readonly { when: string; what: string }[];
  butter: readonly { name: string; value: string }[];
  notes: readonly string[];
  cautions: readonly string[];
}

const [small, plainSize, large] = [9, 10.5, 17];
const leading = 1.32;
const ink = rgb(0.1, 0.13, 0.16);
const quiet = rgb(0.36, 0.4, 0.44);
const fatColour = rgb(0.95, 0.74, 0.16);

/** One page for the folder: what a batch was, what came of it, where its fat went, and room to write on. */
export async function batchSheet(batch: BatchSheet, paper: Paper, made: Date): Promise<Uint8Array> {
  const { file, plain, bold } = await newFile(`Batch ${batch.number}`, made);
  const [wide, high] = papers[paper].map(points) as [number, number];
  const page = file.addPage([wide, high]);
  const margin = points(16);
  const room = wide - 2 * margin;
  const half = (room - points(10)) / 2;
  const right = margin + half + points(10);
  const pen = new Pen(page, plain, bold, margin, high - margin, points(14));
  pen.line(`${batch.farm ? `${batch.farm}: ` : ''}batch ${batch.number}, ${batch.day}`, margin, room, {
    font: bold,
    size: large,
  });
  pen.gap(4);
  pen.words(batch.came, margin, room, { font: bold });
  pen.words(batch.meaning, margin, room);
  for (const trouble of batch.troubles) pen.words(trouble, margin, room, { font: bold });
  pen.gap(12);
  const top = pen.y;
  pen.head('What it was and came to', margin);
  for (const { name, value } of batch.figures) pen.pair(name, value, margin, half);
  const left = pen.y;
  pen.y = top;
  pen.head('Where the fat went', right);
  for (const { name, amount, share } of batch.fat) {
    pen.pair(name, amount, right, half);
    page.drawRectangle({
      x: right,
      y: pen.y + 3,
      width: Math.max(1, half * Math.min(1, share)),
      height: 5,
      color: fatColour,
    });
    pen.gap(7);
  }
  pen.gap(6);
  pen.head('How it went', right);
  for (const { when, what } of batch.course) pen.pair(what, when, right, half);
  pen.y = Math.min(left, pen.y) - 12;
  if (batch.butter.length > 0) {
    pen.head('Its butter', margin);
    for (const { name, value } of batch.butter) pen.pair(name, value, margin, room);
    pen.gap(10);
  }
  pen.head('Notes', margin);
  for (const note of batch.notes) pen.words(note, margin, room);
  // What is left of the page is for the pencil, over what must be minded.
  const foot = margin + batch.cautions.length * 2 * small * leading + 6;
  for (let y = pen.y - 16; y > foot + 8; y -= points(9))
    page.drawLine({ start: { x: margin, y }, end: { x: wide - margin, y }, thickness: 0.5, color: quiet });
  pen.y = foot;
  pen.floor = 0;
  for (const caution of batch.cautions) pen.words(caution, margin, room, { size: small, color: quiet });
  return file.save();
}

interface Look {
  font?: PDFFont;
  size?: number;
  color?: ReturnType<typeof rgb>;
}

/** Writes down a page, line under line; past its floor there is no room, and it stops. */
class Pen {
  constructor(
    private readonly page: PDFPage,
    private readonly plain: PDFFont,
    private readonly bold: PDFFont,
    private readonly margin: number,
    public y: number,
    public floor: number,
  ) {}

  gap(points: number): void {
    this.y -= points;
  }

  words(words: string, x: number, room: number, look: Look = {}): void {
    const { font = this.plain, size = plainSize } = look;
    for (const line of inLines(words, font, size, room)) this.line(line, x, room, look);
  }

  line(
    words: string,
    x: number,
    room: number,
    { font = this.plain, size = plainSize, color = ink }: Look = {},
  ): void {
    if (this.y - size < this.floor + this.margin) return;
    this.y -= size * leading;
    write(this.page, words, { x, y: this.y, font, largest: size, room, color });
  }

  head(words: string, x: number): void {
    this.line(words, x, 1000, { font: this.bold });
    this.gap(2);
  }

  /** A name, and its value at the other end of the line. */
  pair(name: string, value: string, x: number, room: number): void {
    const width = Math.min(
      room * 0.6,
      this.bold.widthOfTextAtSize(value.replace(/[^\x20-\xff]/g, ''), plainSize),
    );
    this.line(name, x, room - width - 10, { color: quiet });
    write(this.page, value, {
      x: x + room - width,
      y: this.y,
      font: this.bold,
      largest: plainSize,
      room: width,
      color: ink,
    });
  }
}
