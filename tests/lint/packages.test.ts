import { readFileSync } from 'node:fs';
import semver from 'semver';

interface Locked {
  readonly version: string;
  readonly engines?: { readonly node?: string };
  /** Only for other platforms, or only where something is compiled. */
  readonly optional?: boolean;
  readonly hasInstallScript?: boolean;
}
const read = <Value>(file: string) => JSON.parse(readFileSync(file, 'utf8')) as Value;
const manifest = read<{ engines: { node: string }; allowScripts: Record<string, boolean> }>('package.json');
const locked = Object.entries(
  read<{ packages: Record<string, Locked> }>('package-lock.json').packages,
).filter(([path]) => path.startsWith('node_modules/'));

// The lowest of each line of Node that package.json promises, and one far along each.
const PROMISED = ['20.19.0', '20.20.2', '22.13.0', '22.99.0', '24.0.0', '26.0.0'];

test('every installed package takes every Node that package.json promises', () => {
  for (const version of PROMISED) expect(semver.satisfies(version, manifest.engines.node)).toBe(true);
  const refusing = locked
    .filter(([, { optional }]) => !optional)
    .flatMap(([path, { engines }]) =>
      PROMISED.filter((version) => engines?.node && !semver.satisfies(version, engines.node)).map(
        (version) => `${path} does not take ${version}`,
      ),
    );
  expect(refusing).toEqual([]);
});

test('every script a package wants to run at install is allowed or denied by name', () => {
  const undecided = locked
    .filter(([, { hasInstallScript }]) => hasInstallScript)
    .map(([path]) => path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length))
    .filter((name) => !(name in manifest.allowScripts));
  expect(undecided).toEqual([]);
});
