import type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';

export class LotRow extends Model<InferAttributes<LotRow>, InferCreationAttributes<LotRow>> {
  declare farmId: string;
  declare id: string;
  declare code: string;
  declare kind: string;
  declare vesselId: string | null;
  declare batchId: string | null;
  declare madeAt: Date;
  declare raw: boolean;
  declare ripened: boolean;
  declare fatMethod: string | null;
  declare storage: string | null;
  declare keepUntil: string | null;
  declare keepReasons: CreationOptional<string[]>;
  declare blockedReason: CreationOptional<string | null>;
  declare details: CreationOptional<Record<string, unknown>>;
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
      madeAt: DataTypes.DATE,
      raw: DataTypes.BOOLEAN,
      ripened: DataTypes.BOOLEAN,
      fatMethod: DataTypes.TEXT,
      storage: DataTypes.TEXT,
      keepUntil: DataTypes.DATEONLY,
      keepReasons: DataTypes.JSONB,
      blockedReason: DataTypes.TEXT,
      details: DataTypes.JSONB,
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
