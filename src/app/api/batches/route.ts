import { forFarm } from '@/server/http/forFarm';
import { CalculationError } from '@/core/calculationError';
import { findBatches } from '@/server/ledger/searchBatches';

/** Batches that are looked for, a page of them: `?find=wet&season=summer&order=butterMass&down=1&page=0&size=25`. */
export const GET = forFarm('look', async ({ farmId }, request) => {
  const headers = { 'cache-control': 'no-store' };
  try {
    const asked = Object.fromEntries(
      [...new URL(request.url).searchParams].map(([name, value]) => [
        name,
        numbers.has(name) && value.trim() !== '' ? Number(value) : name === 'down' ? value === '1' : value,
      ]),
    );
    return Response.json(await findBatches(farmId, asked), { headers });
  } catch (error) {
    if (!(error instanceof CalculationError)) throw error;
    return Response.json({ error: { message: error.message, path: error.path } }, { status: 400, headers });
  }
});

const numbers = new Set(['page', 'size', 'fatFrom', 'fatTo', 'efficiencyFrom', 'efficiencyTo']);
