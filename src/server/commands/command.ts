import type * as v from 'valibot';
import type { FarmScope } from '@/data/farmScope';

/** Who sent a command, from where, and when it reached us. */
export interface Sender {
  commandId: string;
  device: string;
  at: Date;
  receivedAt: Date;
  /** Which of several acts that were sent as one. */
  part?: number;
}

/** What the ids are made from that an act gives by itself: its command's, and which part of it it is. */
export const actId = ({ commandId, part }: Sender): string =>
  part === undefined ? commandId : `${commandId}-n${part}`;

/** A command's name, the schema of its input, and the one use-case that carries it out. */
export interface Command<I, R> {
  name: string;
  input: v.GenericSchema<unknown, I>;
  carryOut: (scope: FarmScope, input: I, sender: Sender) => Promise<R>;
}

export const command = <I, R>(definition: Command<I, R>): Command<I, R> => definition;
