import { spawnSync } from 'node:child_process';
import { expect, root, test } from './support.mjs';

/** What a program of the registry's client prints as JSON; null where the registry did not answer. */
function asked(command, args, cwd) {
  const { stdout } = spawnSync(command, args, { cwd, encoding: 'utf8', maxBuffer: 64_000_000, timeout: 120_000 });
  try {
    return JSON.parse(stdout);
  } catch {
    return null;
  }
}

test('no package the program is made of has a known vulnerability', () => {
  const answer = asked('dotnet', ['list', 'YieldingLoop.slnx', 'package', '--vulnerable', '--include-transitive', '--format', 'json'], root);
  const problems = (answer?.problems ?? []).filter((p) => p.level === 'error').map((p) => p.text);
  test.skip(answer === null || problems.length > 0, `the registry did not answer: ${problems.join(' ')}`);
  const found = answer.projects.flatMap((project) => (project.frameworks ?? []).flatMap((f) => [...(f.topLevelPackages ?? []), ...(f.transitivePackages ?? [])]));
  expect(answer.projects.length).toBeGreaterThan(5);
  expect(found.filter((p) => p.vulnerabilities?.length > 0).map((p) => `${p.id} ${p.resolvedVersion}`)).toEqual([]);
});

test('no package the browser tests are made of has a known vulnerability', () => {
  const answer = asked('npm', ['audit', '--json'], import.meta.dirname);
  test.skip(answer?.metadata?.vulnerabilities === undefined, 'the registry keeps no list of them');
  expect(answer.metadata.vulnerabilities.total).toBe(0);
});
