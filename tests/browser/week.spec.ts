import { randomUUID } from 'node:crypto';
import { expect, expectSound, openMilkRoom, test, typeClock } from './farm';

const hour = 3600;

for (const unitSystem of ['metric', 'imperial'] as const)
  test(`a cow’s week, jar and separator side by side, from the milkings to cream tempered to a planned hour, ${unitSystem}`, async ({
    page,
    farm,
  }) => {
    const { vessels } = await openMilkRoom(farm);
    await farm.send('house.settle', { unitSystem });
    const now = Date.now() / 1000;
    /** What was done `hoursAgo`, as the devices in the milk room sent it then. */
    const then = (hoursAgo: number, name: string, input: Record<string, unknown>) =>
      farm.send(
        name,
        { ...input, atSeconds: now - hoursAgo * hour },
        { at: new Date((now - hoursAgo * hour) * 1000) },
      );
    const milking = async (hoursAgo: number, mass: number, vesselId: string | null) => {
      const lotId = randomUUID();
      await then(hoursAgo, 'milk.in', {
        lotId,
        from: 'herd',
        mass,
        massSd: 40,
        amountTyped: '',
        celsius: 35,
        vesselId,
        place: 'fridge',
      });
      return lotId;
    };
    let ladled: string | undefined;
    for (let day = 6; day >= 0; day -= 1) {
      // Morning: the separator, warm; evening: a jar to stand, skimmed the next evening.
      const warm = await milking(day * 24 + 14, 3000, null);
      const young = day < 3;
      await then(day * 24 + 13.5, 'milk.separate', {
        way: 'separator',
        from: [{ lotId: warm }],
        cuts: [
          {
            lotId: randomUUID(),
            mass: 320,
            fat: 0.36,
            fatMethod: 'separator',
            vesselId: young ? vessels.tub : null,
          },
        ],
        skim: { to: 'use', use: 'pigs' },
        celsius: 34,
        details: { milkCelsius: 36, screw: 2 },
      });
      if (ladled)
        await then(day * 24 + 2.5, 'milk.separate', {
          way: 'ladle',
          from: [{ lotId: ladled }],
          cuts: [
            { lotId: randomUUID(), mass: 120, fat: 0.3, cut: 'top', vesselId: null },
            { lotId: randomUUID(), mass: 260, fat: 0.2, cut: 'rest', vesselId: young ? vessels.green : null },
          ],
          skim: { to: 'use', use: 'curd' },
          celsius: 5,
          details: { standHours: 23.5 },
        });
      ladled = await milking(day * 24 + 2, 2500, vessels.blue);
    }

    // The Pail says what went where this week, and what stands now.
    await page.goto('/pail');
    await expect(page.getByRole('link', { name: /Blue jar/ }).first()).toBeVisible();
    await expect(page.getByText(/pigs/i).first()).toBeVisible();

    // On the Shelf the heavy top is kept apart, and the rest, the oldest first, makes the next churning.
    await page.goto('/shelf');
    await expect(page.getByText(/Left out: .*kept apart for the table/)).toBeVisible();
    await expect(page.getByText('to whip', { exact: true }).first()).toBeVisible();
    await expect(page.getByText('churn at once', { exact: true }).first()).toBeVisible();
    await page.getByText('Pour together, or thin').click();
    await expectSound(page);
    await page.getByRole('button', { name: 'Pour together' }).click();
    await expect(page.getByText(/poured together: /)).toBeVisible();
    await page.goto('/shelf');

    // The pool is set to sour; the looks of sixteen hours later are told by the tablet that stood beside it.
    await page
      .getByRole('link', { name: /Green jar: ripen, temper, use/ })
      .first()
      .click();
    await page.getByText('Sour it', { exact: true }).click();
    await page.getByRole('radio', { name: /Bought culture/ }).click();
    await expect(page.getByRole('heading', { name: /^Ripe .* to / })).toBeVisible();
    await page.getByRole('button', { name: 'Set it to sour' }).click();
    await expect(page.getByRole('heading', { name: /Souring since/ })).toBeVisible();
    await page.getByRole('button', { name: /^Thick and tart/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/ripe, to churn/);

    // Tempered to a planned hour: when to take it out, and a calendar entry for it.
    const ready = new Date(Date.now() + 5 * hour * 1000);
    const clock = `${String(ready.getHours()).padStart(2, '0')}:${String(ready.getMinutes()).padStart(2, '0')}`;
    await page.getByText('Warmer, colder, later or another way').click();
    await typeClock(page, 'Ready by', clock);
    await expect(page.getByText(/Take out|begin by|in time/).first()).toBeVisible();
    await expectSound(page);
    const calendar = page.getByRole('link', { name: 'Into the calendar' });
    await expect(calendar).toBeVisible();
    const file = await page.request.get((await calendar.getAttribute('href'))!);
    expect(await file.text()).toContain('BEGIN:VEVENT');
    await page
      .getByRole('button', { name: /^(Stand it|Put it|In |Into )/ })
      .first()
      .click();
    await page.goto('/shelf');
    await expect(page.getByText(/warming|chilling|to churn/).first()).toBeVisible();
  });
