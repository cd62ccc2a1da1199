import type { Sequelize } from 'sequelize';
import { defineBatch, defineBatchEvent, definePortion } from './churning/models';
import { defineCommand } from './commands/models';
import { defineAnimal, defineFarm, defineVessel } from './house/models';
import { defineEntry, defineEntryLine, defineLot, defineLotEvent, defineParked } from './ledger/models';

/** Defines every model on a connection. The tables themselves are made by migrations only. */
export function defineModels(sequelize: Sequelize): void {
  for (const define of [
    defineFarm,
    defineAnimal,
    defineVessel,
    defineLot,
    defineEntry,
    defineEntryLine,
    defineLotEvent,
    defineParked,
    defineCommand,
    defineBatch,
    defineBatchEvent,
    definePortion,
  ]) {
    define(sequelize);
  }
}
