import { CalculationError } from '@/core/calculation';
import { calculate, calculations } from '@/core/calculations';

/** One calculation: the same schema and function as the command line and the screens. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  try {
    if (!calculations.has(name)) calculate(name, {});
    return Response.json(calculate(name, await request.json()));
  } catch (error) {
    if (error instanceof CalculationError) {
      return Response.json(
        { error: { message: error.message, ...(error.path === undefined ? {} : { path: error.path }) } },
        { status: 400 },
      );
    }
    if (error instanceof SyntaxError)
      return Response.json({ error: { message: 'The input is not JSON.' } }, { status: 400 });
    throw error;
  }
}
