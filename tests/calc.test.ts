import { spawnSync } from 'node:child_process';

const calc = (args: string[], input = '') =>
  spawnSync('./immulgo', ['calc', ...args], { input, encoding: 'utf8' });

describe('./immulgo calc', () => {
  it('answers one calculation on stdout and nothing else', () => {
    const { status, stdout, stderr } = calc(
      ['butter.moistureTest'],
      '{"tare": 50, "before": 60, "after": 58.4}',
    );
    expect([status, stderr]).toEqual([0, '']);
    expect((JSON.parse(stdout) as { moisture: number }).moisture).toBeCloseTo(0.16, 9);
  });

  it.each([
    [['cream.density'], '{"fat": 2, "temperature": 4}', 'fat'],
    [['cream.density'], '{"fat": 0.2}', 'temperature'],
    [['cream.density'], 'rubbish', undefined],
    [['no.such'], '{}', undefined],
    [[], '', undefined],
    [['--schema', 'no.such'], '', undefined],
  ])('refuses %j with %s by exit code 2 and one JSON error', (args, input, path) => {
    const { status, stdout, stderr } = calc(args, input);
    expect([status, stdout]).toEqual([2, '']);
    const { error } = JSON.parse(stderr) as { error: { message: string; path?: string } };
    expect(error.message).toMatch(/\w+/);
    expect(error.path).toBe(path);
  });

  it('answers many, a line each, in order, errors among them', () => {
    const lines = [
      '{"calculation": "quantity.parse", "input": {"text": "1 qt", "system": "us"}}',
      'not json',
      '',
      '{"calculation": "quantity.parse", "input": {"text": "1 qt", "system": "metric"}}',
      '{"input": {}}',
      '{"calculation": "quantity.parse", "input": {"text": "2 lb", "system": "us"}}',
    ];
    const { status, stdout } = calc(['--lines'], lines.join('\n'));
    expect(status).toBe(0);
    const answers = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { output?: { value: number }; error?: { message: string } });
    expect(answers.map((answer) => answer.output?.value?.toFixed(2) ?? answer.error?.message)).toEqual([
      '946.35',
      'The input is not JSON.',
      expect.stringMatching(/choose US or imperial/),
      'calculation is missing.',
      '907.18',
    ]);
  });

  it('lists its names and prints a JSON Schema of input and output', () => {
    const names = calc(['--list']).stdout.trim().split('\n');
    expect(names).toContain('keeping.date');
    const schema = JSON.parse(calc(['--schema', 'keeping.date']).stdout) as {
      input: { required: string[] };
      output: { properties: object };
    };
    expect(schema.input.required).toContain('storage');
    expect(Object.keys(schema.output.properties)).toEqual(['until', 'days', 'reasons']);
  });
});
