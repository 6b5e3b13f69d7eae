import { readFileSync } from 'node:fs';

const versionOf = (name: string) =>
  (JSON.parse(readFileSync(`node_modules/${name}/package.json`, 'utf8')) as { version: string }).version;

// The studio's build draws those of the one in the place of those of the other.
it('the icons of the browser are those of the phone', () => {
  expect(versionOf('lucide-react')).toBe(versionOf('lucide-react-native'));
});
