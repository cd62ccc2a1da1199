import type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';

export class FarmRow extends Model<InferAttributes<FarmRow>, InferCreationAttributes<FarmRow>> {
  declare id: string;
  declare name: CreationOptional<string | null>;
  declare unitSystem: CreationOptional<string>;
  declare timeZone: CreationOptional<string>;
  declare fatHardness: CreationOptional<string>;
  declare freezerRoom: CreationOptional<string | null>;
  declare placeCelsius: CreationOptional<Record<string, number>>;
  declare saltTeaspoon: CreationOptional<Record<string, number>>;
  declare usualSalt: CreationOptional<string | null>;
  declare weekBegins: CreationOptional<number>;
  declare hours: CreationOptional<object | null>;
  declare prices: CreationOptional<Record<string, unknown>>;
  declare fridgeRoom: CreationOptional<string | null>;
  declare settled: CreationOptional<boolean>;
  declare nextBatchNumber: CreationOptional<number>;
  declare nextLotNumber: CreationOptional<number>;
}

export function defineFarm(sequelize: Sequelize): void {
  FarmRow.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      name: DataTypes.TEXT,
      unitSystem: DataTypes.TEXT,
      timeZone: DataTypes.TEXT,
      fatHardness: DataTypes.DECIMAL(4, 2),
      freezerRoom: DataTypes.DECIMAL(9, 1),
      placeCelsius: DataTypes.JSONB,
      saltTeaspoon: DataTypes.JSONB,
      usualSalt: DataTypes.TEXT,
      weekBegins: DataTypes.SMALLINT,
      hours: DataTypes.JSONB,
      prices: DataTypes.JSONB,
      fridgeRoom: DataTypes.DECIMAL(10, 1),
      settled: DataTypes.BOOLEAN,
      nextBatchNumber: DataTypes.INTEGER,
      nextLotNumber: DataTypes.INTEGER,
    },
    { sequelize, modelName: 'farm', tableName: 'farm' },
  );
}

export class AnimalRow extends Model<InferAttributes<AnimalRow>, InferCreationAttributes<AnimalRow>> {
  declare farmId: string;
  declare id: string;
  declare name: string;
  declare breed: string;
  declare calvedOn: CreationOptional<string | null>;
  declare servedOn: CreationOptional<string | null>;
  declare dryOn: CreationOptional<string | null>;
  declare sharesWithCalf: CreationOptional<boolean>;
  declare withdrawnFrom: CreationOptional<string | null>;
  declare withdrawnUntil: CreationOptional<string | null>;
  declare withdrawnReason: CreationOptional<string | null>;
  declare milked: CreationOptional<boolean>;
}

export function defineAnimal(sequelize: Sequelize): void {
  AnimalRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.UUID, primaryKey: true },
      name: DataTypes.TEXT,
      breed: DataTypes.TEXT,
      calvedOn: DataTypes.DATEONLY,
      servedOn: DataTypes.DATEONLY,
      dryOn: DataTypes.DATEONLY,
      sharesWithCalf: DataTypes.BOOLEAN,
      withdrawnFrom: DataTypes.DATEONLY,
      withdrawnUntil: DataTypes.DATEONLY,
      withdrawnReason: DataTypes.TEXT,
      milked: DataTypes.BOOLEAN,
    },
    { sequelize, modelName: 'animal', tableName: 'animal' },
  );
}

export class VesselRow extends Model<InferAttributes<VesselRow>, InferCreationAttributes<VesselRow>> {
  declare farmId: string;
  declare id: string;
  declare name: string;
  declare kind: string;
  declare tool: string | null;
  declare capacity: string;
  declare diameter: CreationOptional<string | null>;
  declare equipment: CreationOptional<Record<string, unknown>>;
  declare retiredAt: CreationOptional<Date | null>;
}

export function defineVessel(sequelize: Sequelize): void {
  VesselRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.UUID, primaryKey: true },
      name: DataTypes.TEXT,
      kind: DataTypes.TEXT,
      tool: DataTypes.TEXT,
      capacity: DataTypes.DECIMAL(12, 3),
      diameter: DataTypes.DECIMAL(8, 2),
      equipment: DataTypes.JSONB,
      retiredAt: DataTypes.DATE,
    },
    { sequelize, modelName: 'vessel', tableName: 'vessel' },
  );
}
