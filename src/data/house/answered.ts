import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** What was answered when something stood first on Today, and until when it is left alone. */
export interface AnsweredBefore {
  at: Date;
  act: string;
  /** “agreed” is later, as it was advised: that teaches nothing. */
  answer: 'later' | 'instead' | 'agreed';
  instead: string | null;
  lots: string[];
  until: Date;
}

/** More answers than these teach nothing new. */
const most = 300;

/** Writes an answer down; one that was written down already stays as it is. */
export async function addAnswered(
  { farmId, transaction }: FarmScope,
  { commandId, at, act, answer, instead, lots, until }: AnsweredBefore & { commandId: string },
): Promise<void> {
  await database().query(
    `INSERT INTO answered (farm_id, command_id, at, act, answer, instead, lots, until)
     VALUES (:farmId, :commandId, :at, :act, :answer, :instead, CAST(:lots AS jsonb), :until) ON CONFLICT DO NOTHING`,
    {
      replacements: { farmId, commandId, at, act, answer, instead, lots: JSON.stringify(lots), until },
      transaction,
    },
  );
}

/** Answers since a time that were not taken back, newest first. */
export async function answeredSince(
  { farmId, transaction }: FarmScope,
  since: Date,
): Promise<AnsweredBefore[]> {
  return database().query<AnsweredBefore>(
    `SELECT at, act, answer, instead, lots, until FROM answered
     WHERE farm_id = :farmId AND at >= :since AND NOT taken_back ORDER BY at DESC, command_id LIMIT ${most}`,
    { replacements: { farmId, since }, type: QueryTypes.SELECT, transaction },
  );
}

/** Takes an answer back; says whether there was one of that command. */
export async function takeAnswerBack(
  { farmId, transaction }: FarmScope,
  commandId: string,
): Promise<boolean> {
  const rows = await database().query<{ command_id: string }>(
    'UPDATE answered SET taken_back = true WHERE farm_id = :farmId AND command_id = :commandId RETURNING command_id',
    { replacements: { farmId, commandId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.length > 0;
}
