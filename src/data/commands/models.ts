import type { InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';

export class CommandRow extends Model<InferAttributes<CommandRow>, InferCreationAttributes<CommandRow>> {
  declare farmId: string;
  declare id: string;
  declare device: string;
  declare name: string;
  declare input: unknown;
  declare at: Date;
  declare receivedAt: Date;
  declare result: unknown;
}

export function defineCommand(sequelize: Sequelize): void {
  CommandRow.init(
    {
      farmId: { type: DataTypes.UUID, primaryKey: true },
      id: { type: DataTypes.TEXT, primaryKey: true },
      device: DataTypes.TEXT,
      name: DataTypes.TEXT,
      input: DataTypes.JSONB,
      at: DataTypes.DATE,
      receivedAt: DataTypes.DATE,
      result: DataTypes.JSONB,
    },
    { sequelize, modelName: 'command', tableName: 'command' },
  );
}
