import { asJson, CalculationError } from '@/core/calculationError';
import { readBody, Unreadable } from '@/server/http/readBody';
import { calculate, calculations } from '@/core/calculations';

/** One calculation: the same schema and function as the command line and the screens. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  try {
    if (!calculations.has(name)) calculate(name, {});
    return Response.json(calculate(name, await readBody(request)));
  } catch (error) {
    if (error instanceof CalculationError) return Response.json(asJson(error), { status: 400 });
    if (error instanceof Unreadable)
      return Response.json({ error: { message: error.message } }, { status: error.status });
    throw error;
  }
}
