import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { leastRole } from '@/core/people/roles';

const api = 'src/app/api';
const routes = readdirSync(api, { recursive: true, encoding: 'utf8' }).filter((file) =>
  file.endsWith('route.ts'),
);
/** Addresses that are about no farm, or judge by themselves who asks; each with why. */
const open: Record<string, string> = {
  'calc/[name]/route.ts': 'a calculation: numbers in, numbers out',
  'time/route.ts': 'what time it is',
  'health/route.ts': 'that the house answers',
  'certificate/route.ts': 'what a device is to trust before anybody says who they are',
  'calendar/[secret]/route.ts': 'opened by a secret of its own; the other asks who calls',
};

it.each(routes)('%s asks who calls before it answers of any farm', (file) => {
  const code = readFileSync(join(api, file), 'utf8');
  const answers = [...code.matchAll(/export (?:const|(?:async )?function) (GET|POST|PUT|DELETE|PATCH|HEAD)\b(.*)/g)];
  expect(answers.length).toBeGreaterThan(0);
  if (file in open) return;
  for (const [, method, rest] of answers) {
    // What is done about people judges each of its acts by itself.
    if (file === 'people/route.ts' && method === 'POST') continue;
    const action = /forFarm(?:<.*>)?\(\s*'([\w.]+)'/.exec(rest! + code.slice(code.indexOf(rest!) + rest!.length))?.[1];
    expect(rest).toContain('forFarm');
    expect(Object.keys(leastRole)).toContain(action);
  }
}); // prettier-ignore

it('every page is about the caller’s farm, or about none', () => {
  const farms = 'src/app/(farm)';
  const pages = readdirSync(farms, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('page.tsx'));
  const about = pages.filter((file) => /server\//.test(readFileSync(join(farms, file), 'utf8')));
  expect(about.length).toBeGreaterThan(15);
  const unasked = about.filter((file) => !/theFarmId\(\)/.test(readFileSync(join(farms, file), 'utf8')));
  // The handbook, and addresses that lead nowhere.
  expect(unasked).toEqual(unasked.filter((file) => /handbook|\.\.\.rest|bench/.test(file)));
}); // prettier-ignore
