import { countTry } from './testAgain.mjs'

/** Writes each try of a browser test down as it ends, so that a run that is stopped has lost none. */
export default class TallyReporter {
  onTestEnd(test, result) {
    if (result.status === 'skipped' || result.status === 'interrupted') return
    countTry(process.env.ZINC_TALLY, {
      // As the list of tests names it: without its project.
      test: test.titlePath().slice(2).join(' › '),
      passed: result.status === 'passed',
      ms: result.duration,
      ...(result.error && { error: (result.error.message ?? '').slice(0, 400) }),
    })
  }
}
