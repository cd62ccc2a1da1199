import type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { MixedIn } from '@/core/churning/batchEvents';

export class BatchRow extends Model<InferAttributes<BatchRow>, InferCreationAttributes<BatchRow>> {
  declare farmId: string;
  declare id: string;
  declare number: number;
  declare creamLotId: string;
  declare vesselId: string | null;
  declare facts: unknown;
  declare startedAt: Date;
  declare phase: string;
  declare breakMinutes: string | null;
  declare paceRatio: string | null;
  declare judged: unknown;
  declare churnedEntryId: string | null;
  declare revision: number;
  declare leftOut: CreationOptional<boolean>;
  declare fromShelf: CreationOptional<boolean>;
  declare maker: CreationOptional<string | null>;
}

export function defineBatch(sequelize: Sequelize): void {
  BatchRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true },
      number: DataTypes.INTEGER,
      creamLotId: DataTypes.TEXT,
      vesselId: DataTypes.UUID,
      facts: DataTypes.JSONB,
      startedAt: DataTypes.DATE,
      phase: DataTypes.TEXT,
      breakMinutes: DataTypes.DECIMAL(8, 3),
      paceRatio: DataTypes.DECIMAL(8, 4),
      judged: DataTypes.JSONB,
      churnedEntryId: DataTypes.UUID,
      revision: DataTypes.INTEGER,
      leftOut: DataTypes.BOOLEAN,
      fromShelf: DataTypes.BOOLEAN,
      maker: DataTypes.TEXT,
    },
    { sequelize, modelName: 'batch', tableName: 'batch' },
  );
}

export class BatchEventRow extends Model<
  InferAttributes<BatchEventRow>,
  InferCreationAttributes<BatchEventRow>
> {
  declare farmId: string;
  declare batchId: string;
  declare id: string;
  declare kind: string;
  declare at: Date;
  declare recordedAt: Date;
  declare device: string;
  declare commandId: string;
  declare data: unknown;
}

export function defineBatchEvent(sequelize: Sequelize): void {
  BatchEventRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      batchId: DataTypes.TEXT,
      id: { type: DataTypes.TEXT, primaryKey: true },
      kind: DataTypes.TEXT,
      at: DataTypes.DATE,
      recordedAt: DataTypes.DATE,
      device: DataTypes.TEXT,
      commandId: DataTypes.TEXT,
      data: DataTypes.JSONB,
    },
    { sequelize, modelName: 'batchEvent', tableName: 'batch_event' },
  );
}

export class PortionRow extends Model<InferAttributes<PortionRow>, InferCreationAttributes<PortionRow>> {
  declare farmId: string;
  declare lotId: string;
  /** Null for butter of no single batch. */
  declare batchId: string | null;
  declare name: string;
  declare mass: string;
  declare saltMass: string;
  declare measured: string;
  declare additions: string[];
  declare mixedIn: CreationOptional<MixedIn[] | null>;
  declare pieces: CreationOptional<Record<string, unknown> | null>;
  declare standing: boolean;
}

export function definePortion(sequelize: Sequelize): void {
  PortionRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      lotId: { type: DataTypes.TEXT, primaryKey: true },
      batchId: DataTypes.TEXT,
      name: DataTypes.TEXT,
      mass: DataTypes.DECIMAL(12, 3),
      saltMass: DataTypes.DECIMAL(12, 3),
      measured: DataTypes.TEXT,
      additions: DataTypes.JSONB,
      mixedIn: DataTypes.JSONB,
      pieces: DataTypes.JSONB,
      standing: DataTypes.BOOLEAN,
    },
    { sequelize, modelName: 'portion', tableName: 'portion' },
  );
}
