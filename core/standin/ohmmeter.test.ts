import { judgeSweep } from '../leaktest/instrument/senderSweep'
import { senderStandard } from '../leaktest/instrument/senderStandards'
import { ohmmeterAt } from './ohmmeter'

const standard = senderStandard('240-33')
const sweep = (seed: number, dead?: [number, number]) =>
  Array.from({ length: 41 }, (_, i) => ({ level: i / 40, resistance: ohmmeterAt(seed, { ...standard, dead }, i / 40) }))

test('a sound sender is called good, whatever its contact does', () => {
  for (let seed = 0; seed < 50; seed++)
    expect(judgeSweep(sweep(seed), standard)).toMatchObject({ faults: [], conclusive: true })
})

test('a worn track is found where it is', () => {
  for (let seed = 0; seed < 50; seed++)
    expect(judgeSweep(sweep(seed, [0.45, 0.55]), standard).faults).toEqual([
      { kind: 'open', from: expect.closeTo(0.45, 5), to: expect.closeTo(0.55, 5) },
    ])
})
