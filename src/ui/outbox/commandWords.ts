import type { QueuedCommand } from './queuedCommand';

const words: Record<string, string> = {
  'batch.begin': 'the start of a churning',
  'milk.in': 'milk that came in',
  'cream.in': 'cream that came in',
  'milk.separate': 'a skimming',
  'lot.pour': 'a pouring',
  'lot.use': 'a use of milk or cream',
  'lot.record': 'what was seen of milk or cream',
  'lots.record': 'what was done with several vessels',
  'lot.correct': 'milk or cream put right',
  'lot.clear': 'clearing the shelf',
  'batch.maker': 'who churned a batch',
  'batch.leaveOut': 'what a batch teaches',
  'picture.show': 'a picture',
  'culture.keep': 'a culture kept',
  'entry.undo': 'taking something back',
  'butter.finish': 'butter finished',
  'butter.restore': 'butter put back',
  'butter.move': 'butter put elsewhere',
  'butter.enter': 'butter from before',
  'butter.join': 'butter worked into one',
  'butter.clarify': 'ghee made of butter',
  'crock.water': 'fresh water in the crock',
  'calendar.open': 'an address for a calendar',
  'calendar.close': 'closing a calendar’s address',
  'door.write': 'a page of the fridge door',
  'today.answer': 'leaving something for later',
  'cleaning.record': 'cleaning',
  'animal.put': 'an animal',
  'vessel.add': 'a vessel',
  'vessel.change': 'a vessel changed',
  'house.settle': 'the house’s settings',
  'way.keep': 'a way of working',
  'way.drop': 'a way of working',
  'parked.settle': 'an answer to a question',
};

const eventWords: Record<string, string> = {
  mark: 'a mark',
  reading: 'a temperature',
  water: 'water added',
  paused: 'a pause',
  resumed: 'going on',
  drained: 'the draining',
  washed: 'a wash',
  portion: 'butter weighed',
  packed: 'the packing',
  undone: 'taking a mark back',
  tasted: 'a taste',
  noted: 'a note',
  corrected: 'what was put right',
  speed: 'a speed',
};

/** What a command was, for the maker who has to decide about it. */
export function commandWords(command: Pick<QueuedCommand, 'name' | 'input'>): string {
  const said = saidOf(command);
  return said[0]!.toUpperCase() + said.slice(1);
}

function saidOf({ name, input }: Pick<QueuedCommand, 'name' | 'input'>): string {
  if (name !== 'batch.record') return words[name] ?? 'an entry';
  const events = (input as { events?: { kind?: string; stage?: string }[] }).events ?? [];
  const said = [
    ...new Set(
      events.map(({ kind, stage }) =>
        kind === 'mark' && stage ? `the mark “${stage}”` : (eventWords[kind ?? ''] ?? 'a mark'),
      ),
    ),
  ];
  return said.join(', ') || 'a mark';
}
