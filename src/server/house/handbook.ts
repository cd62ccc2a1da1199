import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { handbookHtml } from '@/formats/handbook';

/** The handbook of this version as a page; it is kept beside what was built. */
export async function handbookPage(): Promise<string> {
  return handbookHtml(await readFile(join(process.cwd(), 'docs', 'handbook.md'), 'utf8'));
}
