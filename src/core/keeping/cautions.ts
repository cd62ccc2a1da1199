import type { BatchFacts, EventOf } from '../churning/batchEvents';
import { tools } from '../churning/tools';
import type { ToolKey } from '../churning/tools';
import { isPerishable } from '../working/mix';

export interface Caution {
  key: string;
  /** `danger` can hurt at once; `caution` can harm later. */
  level: 'caution' | 'danger';
  says: string;
}

/** What to mind when this cream and this tool meet (handbook §7). */
export function churningCautions(facts: { treatment: BatchFacts['treatment']; tool: ToolKey }): Caution[] {
  const { glass, driven, closed, name } = tools[facts.tool];
  const said: Caution[] = [];
  if (driven === 'blades') {
    said.push({
      key: 'blades',
      level: 'danger',
      says: 'Unplug before touching the blade, and never shroud a running blade with a hand. Wet hands and mains do not mix.',
    });
  } else if (driven === 'motor') {
    said.push({
      key: 'mains',
      level: 'danger',
      says: `Unplug the ${name.toLowerCase()} before reaching in. Wet hands and mains do not mix.`,
    });
  }
  if (facts.tool === 'marbleJar')
    said.push({
      key: 'marble',
      level: 'danger',
      says: 'A marble breaks a glass jar from within, and its splinters are in the butter: take a plastic jar, and count it out again.',
    });
  else if (glass)
    said.push({
      key: 'glass',
      level: 'danger',
      says: 'Glass breaks when shaken hard or with anything in it, and on a shock of hot or cold.',
    });
  else if (closed && driven === 'hand')
    said.push({
      key: 'lid',
      level: 'caution',
      says: 'Ripened cream gives off gas: lift the lid for a moment after the first minute.',
    });
  if (facts.treatment === 'raw') said.push(rawCaution);
  return said;
}

/** Raw cream and its butter (handbook §7). */
export const rawCaution: Caution = {
  key: 'raw',
  level: 'caution',
  says: 'Raw cream can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill. Ask your local authority before any of it is sold.',
};

/** What to mind about what was mixed in and where the butter is put (handbook §6.12, §7). */
export function keepingCautions(
  portion: Pick<EventOf<'portion'>, 'additions' | 'storage'>,
  raw: boolean,
): Caution[] {
  const said: Caution[] = [];
  const { additions, storage } = portion;
  if (additions.some(isPerishable)) {
    const warm = storage === 'counter' || storage === 'crock';
    said.push({
      key: 'botulism',
      level: warm ? 'danger' : 'caution',
      says: warm
        ? 'Butter with fresh herbs, garlic or fruit never stands at room temperature: botulism. Fridge, 4 days, or freezer.'
        : 'Butter with fresh herbs, garlic or fruit: at most 4 days in the fridge, or freeze it. Never on the counter (botulism).',
    });
  }
  if (additions.includes('honey'))
    said.push({ key: 'honey', level: 'caution', says: 'Honey butter is not for infants under one year.' });
  if (raw && (storage === 'counter' || storage === 'crock')) {
    said.push({
      key: 'raw-warm',
      level: 'danger',
      says: 'Raw milk butter does not stand warm: a water seal keeps out air, not bacteria. Fridge or freezer.',
    });
  }
  return said;
}
