import type * as v from 'valibot';
import type { Role } from '@/core/people/roles';
import type { FarmScope } from '@/data/farmScope';

/** Who says something to the house, and what they are on the farm. */
export interface Speaker {
  role: Role;
  /** Name and id, where people say who they are. */
  name?: string;
  personId?: string;
}

/** The house's own doing (its demo, its tests), and everybody's where nobody has a password. */
export const theOwner: Speaker = { role: 'owner' };

/** Who sent a command, from where, and when it reached us. */
export interface Sender {
  commandId: string;
  device: string;
  at: Date;
  receivedAt: Date;
  by: Speaker;
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
