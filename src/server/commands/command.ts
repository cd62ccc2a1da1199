import type * as v from 'valibot';
import type { FarmScope } from '@/data/farmScope';

/** Who sent a command, from where, and when it reached us. */
export interface Sender {
  commandId: string;
  device: string;
  at: Date;
  receivedAt: Date;
}

/** A command's name, the schema of its input, and the one use-case that carries it out. */
export interface Command<I, R> {
  name: string;
  input: v.GenericSchema<unknown, I>;
  carryOut: (scope: FarmScope, input: I, sender: Sender) => Promise<R>;
}

export const command = <I, R>(definition: Command<I, R>): Command<I, R> => definition;
