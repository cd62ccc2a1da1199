import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { toJsonSchema } from '@valibot/to-json-schema';
import { asJson, CalculationError } from '@/core/calculationError';
import { calculate, calculations } from '@/core/calculations';

/** One calculation from the command line: JSON on stdin, JSON on stdout, errors as JSON on stderr with exit code 2. */
async function main(args: string[]): Promise<void> {
  const [first, second] = args;
  if (first === '--list') return void process.stdout.write(`${[...calculations.keys()].join('\n')}\n`);
  if (first === '--lines') return lines();
  if (first === '--schema') return schema(second);
  if (!first) throw new CalculationError('Name a calculation; --list prints them all.');
  if (!calculations.has(first)) calculate(first, {});
  process.stdout.write(`${JSON.stringify(calculate(first, parse(readFileSync(0, 'utf8'))))}\n`);
}

async function lines(): Promise<void> {
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    if (line.trim() === '') continue;
    process.stdout.write(`${JSON.stringify(answer(line))}\n`);
  }
}

function answer(line: string): unknown {
  try {
    const asked = parse(line) as { calculation?: unknown; input?: unknown } | null;
    if (typeof asked?.calculation !== 'string')
      throw new CalculationError('calculation is missing.', 'calculation');
    return { output: calculate(asked.calculation, asked.input) };
  } catch (error) {
    // One line that cannot be answered, whyever, is no reason to leave the others unanswered.
    return asJson(
      error instanceof CalculationError ? error : new CalculationError(`No answer: ${String(error)}`),
    );
  }
}

function schema(name: string | undefined): void {
  const found = calculations.get(name ?? '');
  if (!found) throw new CalculationError(`There is no calculation “${name ?? ''}”; --list prints them all.`);
  const described = (side: typeof found.input) => toJsonSchema(side, { errorMode: 'ignore' });
  process.stdout.write(
    `${JSON.stringify({ input: described(found.input), output: described(found.output) }, null, 2)}\n`,
  );
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new CalculationError('The input is not JSON.');
  }
}

const said = (error: unknown) => {
  if (!(error instanceof CalculationError)) throw error;
  return asJson(error);
};

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(`${JSON.stringify(said(error))}\n`);
  process.exitCode = 2;
});
