/** Columns of `lot` that the web server may set: not what is in it, which entries move. */
const lotColumns =
  'farm_id, id, code, kind, vessel_id, batch_id, made_at, raw, ripened, fat_method, storage, keep_until, keep_reasons, blocked_reason, details, treatment, oldest_at, fat_sd, blocked_until, origin, put_away_at, in_churn';

/**
 * What the role of the web server may do, and nothing else: read its farm, write down what use-cases write down. Given anew
 * at every start, so that a right that was taken away in one version is gone in the next.
 * @param role name of the role in DATABASE_URL
 */
export function rights(role: string): string {
  const to = `"${role.replaceAll('"', '""')}"`;
  return `
REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ${to};
ALTER DEFAULT PRIVILEGES IN SCHEMA public REVOKE ALL ON TABLES FROM ${to};
GRANT USAGE ON SCHEMA public TO ${to};
GRANT SELECT ON farm, animal, vessel, lot, command, entry, entry_line, lot_balance, batch, batch_event, portion, lot_event, parked,
  cleaning, way, withdrawal, answered, calendar_address, picture, wish, future TO ${to};
GRANT SELECT ON person, membership, device, device_person, pairing, people_act, house_state, attempt TO ${to};
GRANT INSERT, UPDATE ON person, membership, device, pairing, house_state TO ${to};
GRANT INSERT ON device_person, people_act TO ${to};
GRANT INSERT, UPDATE, DELETE ON attempt TO ${to};
GRANT INSERT (id) ON farm TO ${to};
GRANT UPDATE (name, unit_system, time_zone, fat_hardness, freezer_room, place_celsius, salt_teaspoon, usual_salt, week_begins, hours, prices, fridge_room, settled, next_batch_number, next_lot_number) ON farm TO ${to};
GRANT INSERT, UPDATE ON animal, vessel, portion, withdrawal, wish TO ${to};
GRANT INSERT, UPDATE, DELETE ON way, future TO ${to};
GRANT INSERT (${lotColumns}), UPDATE (${lotColumns}) ON lot TO ${to};
GRANT INSERT, UPDATE (result) ON command TO ${to};
GRANT INSERT ON entry, entry_line, batch_event, lot_event, cleaning, answered, calendar_address TO ${to};
GRANT UPDATE (taken_back) ON answered TO ${to};
GRANT UPDATE (closed_at) ON calendar_address TO ${to};
GRANT INSERT, UPDATE ON batch TO ${to};
GRANT INSERT, UPDATE (removed_at) ON picture TO ${to};
GRANT INSERT, UPDATE (settled_at, settled_how) ON parked TO ${to};
`;
}
