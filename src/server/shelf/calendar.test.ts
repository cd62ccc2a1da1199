import { randomUUID } from 'node:crypto';
import { aDairy, milk } from '../testing/aDairy';
import { morning } from '../testing/aBatch';
import { takeOutCalendar } from './calendar';

const house = aDairy();
const told = (text: string) => text.replaceAll('\r\n ', '').split('\r\n');

describe('a reminder to take cream out', () => {
  it('stands in the calendar at its time, with an alarm, and says what for', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const at = morning + 3600;
    const lines = told((await takeOutCalendar(farm, lotId, { at, ready: at + 5400, to: '14 °C' }))!);
    const stamp = (seconds: number) => new Date(seconds * 1000).toISOString().replaceAll(/[-:]|\.\d+/g, '');
    expect(lines).toContain(`DTSTART:${stamp(at)}`);
    expect(lines.filter((line) => line === 'BEGIN:VALARM')).toHaveLength(1);
    expect(lines.filter((line) => line.startsWith('TRIGGER'))).toEqual(['TRIGGER:PT0S']);
    expect(lines.find((line) => line.startsWith('SUMMARY:'))).toMatch(/^SUMMARY:Take out .+ to temper$/);
    expect(lines.find((line) => line.startsWith('DESCRIPTION:'))).toContain('14 °C');
  });

  it('asked for twice is one reminder, for another time another', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const idOf = async (at: number) =>
      told((await takeOutCalendar(farm, lotId, { at, ready: undefined, to: '14 °C' }))!).find((line) =>
        line.startsWith('UID:'),
      );
    expect(await idOf(morning)).toBe(await idOf(morning));
    expect(await idOf(morning + 60)).not.toBe(await idOf(morning));
  });

  it('is none for times that are none, lots that are none, and lots of another farm', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const asked = { at: morning, ready: undefined, to: '14 °C' };
    for (const at of [Number.NaN, Infinity, -1, 1e15])
      expect(await takeOutCalendar(farm, lotId, { ...asked, at })).toBeUndefined();
    expect(await takeOutCalendar(farm, lotId, { ...asked, ready: Number.NaN })).toBeUndefined();
    expect(await takeOutCalendar(farm, randomUUID(), asked)).toBeUndefined();
    expect(await takeOutCalendar(await house.farm(), lotId, asked)).toBeUndefined();
  });
});
