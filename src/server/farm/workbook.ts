import type { Writable } from 'node:stream';
import ExcelJS from 'exceljs';
import type { UnitSystem } from '@/core/quantities/units';
import type { FarmScope } from '@/data/farmScope';
import { snapshotOf } from '@/data/farmScope';
import { farmRow, sayInUtc } from '@/data/farm/wholeFarm';
import { farmColumns } from '@/formats/farm/tables';
import type { SheetFarm } from '@/formats/farm/sheets';
import { sheets } from '@/formats/farm/sheets';
import { rowsOf } from './exportFarm';

/** Writes the farm as one workbook, a sheet for each thing people look for, row by row as it is read. */
export async function writeWorkbook(farmId: string, to: Writable): Promise<void> {
  const { scope, end } = await snapshotOf(farmId);
  try {
    await sayInUtc(scope);
    const farm = await sheetFarm(scope);
    const book = new ExcelJS.stream.xlsx.WorkbookWriter({ stream: to, useStyles: true });
    for (const sheet of sheets) {
      const page = book.addWorksheet(sheet.name, { views: [{ state: 'frozen', ySplit: 1 }] });
      const heading = sheet.heading(farm.system);
      page.columns = heading.map((name) => ({ width: Math.max(12, name.length + 2) }));
      const first = page.addRow(heading);
      first.font = { bold: true };
      first.commit();
      for await (const row of rowsOf(scope, sheet.of)) {
        const cells = sheet.row(row, farm);
        if (cells) page.addRow(cells).commit();
      }
      page.commit();
    }
    await book.commit();
  } finally {
    await end();
  }
}

/** The farm's units and clock, its lots by name, and what is in each. */
async function sheetFarm(scope: FarmScope): Promise<SheetFarm> {
  const farm = await farmRow(scope, farmColumns);
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone: String(farm.time_zone),
    dateStyle: 'short',
    timeStyle: 'short',
  });
  const [codes, holds] = [new Map<string, string>(), new Map<string, number>()];
  for await (const { id, code } of rowsOf(scope, 'lots')) codes.set(String(id), String(code));
  for await (const { lot_id: lot, mass } of rowsOf(scope, 'lines'))
    if (lot !== null) holds.set(String(lot), (holds.get(String(lot)) ?? 0) + Number(mass));
  return {
    system: farm.unit_system as UnitSystem,
    when: (moment) => parts.format(new Date(moment)),
    codes,
    holds,
  };
}
