import { markKinds } from '../../../shared/leaktest/hold/holdForm'
import { holdEventKind } from './holdEvents'

test('only whole words of pumping make the gas settle anew', () => {
  expect(['top-up', 'Topped up', ' pumped ', 'PUSH', 'vented and closed'].map(holdEventKind)).toEqual(Array(5).fill('pumped'))
  expect(
    ['repaired', 'stop', 'stairs', 'hose on top moved', 'chair', 'knock', 'stopped the pump noise', ''].map(holdEventKind),
  ).toEqual(Array(8).fill('step'))
})

test('of the marks that a person sets, a top-up and a push are pumping, a knock is not', () => {
  expect(markKinds.map(kind => [kind, holdEventKind(kind)])).toEqual([
    ['knock', 'step'],
    ['top-up', 'pumped'],
    ['push', 'pumped'],
    // At the start of a record nothing was pumped; what says so is how far the pressure then jumps.
    ['closed at room pressure', 'step'],
    ['moving gas', 'moving'],
    ['pumped', 'pumped'],
    ['vented and closed', 'pumped'],
  ])
})
