import { leakStates } from '../../../core/ledger/leakState'
import { holdVerdicts } from '../../../core/hold/belief/verdict'
import { jobStates, partStandings } from '../../../core/ledger/deriveLedger'
import { jobLook, jobWords, leakLook, standingLook, verdictLook, verdictWords } from './stateLooks'
import { lowerFirst } from './lowerFirst'

test('only what is sealed looks sealed, and every state has words', () => {
  expect(leakStates.filter(state => leakLook(state) === 'sealed')).toEqual(['sealed'])
  expect(leakStates.filter(state => leakLook(state) === 'leaking')).toEqual(['found', 'back'])
  expect(jobStates.filter(state => jobLook(state) === 'sealed')).toEqual(['sealed'])
  expect(partStandings.filter(standing => standingLook(standing) === 'sealed')).toEqual(['stands'])
  expect(holdVerdicts.map(verdictLook)).toEqual(['sealed', 'leaking', 'unsure'])
  for (const state of jobStates) expect(jobWords[state].length).toBeGreaterThan(3)
  for (const verdict of holdVerdicts) expect(verdictWords[verdict].length).toBeGreaterThan(3)
})

test('a name within a sentence keeps its capitals but the first', () => {
  expect(lowerFirst('Rivet row A')).toBe('rivet row A')
  expect(lowerFirst('')).toBe('')
})
