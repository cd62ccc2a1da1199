import { within } from './within';

const origin = 'https://dairy.local:4311';

it.each([
  ['/churn/new?lots=a', '/churn/new?lots=a'],
  [null, '/'],
  ['', '/'],
  ['/sign-in?to=/', '/'],
  ['https://evil.example/', '/'],
  ['//evil.example', '/'],
  ['/\\evil.example', '/'],
  ['/\t/evil.example', '/'],
  ['javascript:alert(1)', '/'],
  ['http://dairy.local:4311/', '/'],
])('%j leads to %s of this house', (to, path) => {
  expect(within(to, origin)).toBe(origin + path);
});

it('a path that would be read as another house stays in this one', () => {
  expect(new URL(within('/..//evil.example', origin)).origin).toBe(origin);
});
