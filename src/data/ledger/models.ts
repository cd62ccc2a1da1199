import type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';

export class LotRow extends Model<InferAttributes<LotRow>, InferCreationAttributes<LotRow>> {
  declare farmId: string;
  declare id: string;
  declare code: string;
  declare kind: string;
  declare vesselId: string | null;
  declare batchId: string | null;
  declare inChurn: CreationOptional<boolean>;
  declare madeAt: Date;
  declare raw: boolean;
  declare ripened: boolean;
  declare fatMethod: string | null;
  declare storage: string | null;
  declare keepUntil: string | null;
  declare keepReasons: CreationOptional<string[]>;
  declare blockedReason: CreationOptional<string | null>;
  declare details: CreationOptional<Record<string, unknown>>;
  declare treatment: CreationOptional<string>;
  declare oldestAt: Date;
  declare fatSd: CreationOptional<string | null>;
  declare blockedUntil: CreationOptional<string | null>;
  declare origin: CreationOptional<Record<string, unknown>>;
}

export function defineLot(sequelize: Sequelize): void {
  LotRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true },
      code: DataTypes.TEXT,
      kind: DataTypes.TEXT,
      vesselId: DataTypes.UUID,
      batchId: DataTypes.TEXT,
      inChurn: DataTypes.BOOLEAN,
      madeAt: DataTypes.DATE,
      raw: DataTypes.BOOLEAN,
      ripened: DataTypes.BOOLEAN,
      fatMethod: DataTypes.TEXT,
      storage: DataTypes.TEXT,
      keepUntil: DataTypes.DATEONLY,
      keepReasons: DataTypes.JSONB,
      blockedReason: DataTypes.TEXT,
      details: DataTypes.JSONB,
      treatment: DataTypes.TEXT,
      oldestAt: DataTypes.DATE,
      fatSd: DataTypes.DECIMAL(8, 6),
      blockedUntil: DataTypes.DATEONLY,
      origin: DataTypes.JSONB,
    },
    { sequelize, modelName: 'lot', tableName: 'lot' },
  );
}

export class EntryRow extends Model<InferAttributes<EntryRow>, InferCreationAttributes<EntryRow>> {
  declare farmId: string;
  declare id: string;
  declare commandId: string;
  declare kind: string;
  declare at: Date;
  declare recordedAt: Date;
  declare correctsId: string | null;
  declare lineCount: number;
  declare details: CreationOptional<Record<string, unknown>>;
}

export function defineEntry(sequelize: Sequelize): void {
  EntryRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.UUID, primaryKey: true },
      commandId: DataTypes.TEXT,
      kind: DataTypes.TEXT,
      at: DataTypes.DATE,
      recordedAt: DataTypes.DATE,
      correctsId: DataTypes.UUID,
      lineCount: DataTypes.SMALLINT,
      details: DataTypes.JSONB,
    },
    { sequelize, modelName: 'entry', tableName: 'entry' },
  );
}

export class EntryLineRow extends Model<
  InferAttributes<EntryLineRow>,
  InferCreationAttributes<EntryLineRow>
> {
  declare farmId: string;
  declare entryId: string;
  declare position: number;
  declare lotId: string | null;
  declare account: string | null;
  declare mass: string;
  declare fat: string;
}

export function defineEntryLine(sequelize: Sequelize): void {
  EntryLineRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      entryId: { type: DataTypes.UUID, primaryKey: true },
      position: { type: DataTypes.SMALLINT, primaryKey: true },
      lotId: DataTypes.TEXT,
      account: DataTypes.TEXT,
      mass: DataTypes.DECIMAL(14, 3),
      fat: DataTypes.DECIMAL(14, 3),
    },
    { sequelize, modelName: 'entryLine', tableName: 'entry_line' },
  );
}

export class LotEventRow extends Model<InferAttributes<LotEventRow>, InferCreationAttributes<LotEventRow>> {
  declare farmId: string;
  declare id: string;
  declare lotId: string;
  declare kind: string;
  declare at: Date;
  declare recordedAt: Date;
  declare device: string;
  declare commandId: string;
  declare data: object;
}

export function defineLotEvent(sequelize: Sequelize): void {
  LotEventRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true },
      lotId: DataTypes.TEXT,
      kind: DataTypes.TEXT,
      at: DataTypes.DATE,
      recordedAt: DataTypes.DATE,
      device: DataTypes.TEXT,
      commandId: DataTypes.TEXT,
      data: DataTypes.JSONB,
    },
    { sequelize, modelName: 'lotEvent', tableName: 'lot_event' },
  );
}

export class ParkedRow extends Model<InferAttributes<ParkedRow>, InferCreationAttributes<ParkedRow>> {
  declare farmId: string;
  declare commandId: string;
  declare name: string;
  declare input: object;
  declare lotId: string;
  declare device: string;
  declare at: Date;
  declare question: string;
  declare settledAt: CreationOptional<Date | null>;
  declare settledHow: CreationOptional<string | null>;
}

export function defineParked(sequelize: Sequelize): void {
  ParkedRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      commandId: { type: DataTypes.TEXT, primaryKey: true },
      name: DataTypes.TEXT,
      input: DataTypes.JSONB,
      lotId: DataTypes.TEXT,
      device: DataTypes.TEXT,
      at: DataTypes.DATE,
      question: DataTypes.TEXT,
      settledAt: DataTypes.DATE,
      settledHow: DataTypes.TEXT,
    },
    { sequelize, modelName: 'parked', tableName: 'parked' },
  );
}
