const first = (message) => (message ?? '').split('\n').slice(0, 6).join('\n    ');

function fallenWalks(suite, found = []) {
  for (const spec of suite.specs ?? [])
    if (!spec.ok)
      found.push(
        `  Playwright: ${spec.file}:${spec.line} ${spec.title}\n    ${first(spec.tests[0]?.results.at(-1)?.error?.message)}`,
      );
  for (const inner of suite.suites ?? []) fallenWalks(inner, found);
  return found;
}

/** What fell, named once more at the end, where it is found without reading back through everything before. */
export function fallen(vitest, playwright) {
  const tests = (vitest?.testResults ?? []).flatMap((file) => [
    ...file.assertionResults
      .filter((test) => test.status === 'failed')
      .map((test) => `  Vitest: ${file.name} ${test.fullName}\n    ${first(test.failureMessages[0])}`),
    ...(file.status === 'failed' && file.message ? [`  Vitest: ${file.name}\n    ${first(file.message)}`] : []),
  ]);
  return [...tests, ...fallenWalks({ suites: playwright?.suites })];
}
