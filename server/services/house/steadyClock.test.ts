import { steadyClock } from './steadyClock'

const DAY = 86_400_000
const machine = () => {
  const time = { wall: 1_700_000_000_000, up: 50_000, fine: 900 }
  const clock = steadyClock({ wall: () => time.wall, up: () => time.up, fine: () => time.fine })
  const pass = (ms: number, { asleep = false } = {}) => {
    time.wall += ms
    time.up += ms
    if (!asleep) time.fine += ms
  }
  return { time, clock, pass }
}

test.each([
  ['days on', 3 * DAY],
  ['an hour back', -3_600_000],
])('goes on by what has passed when the machine’s clock is set %s, and says by how much it was', (_, set) => {
  const { time, clock, pass } = machine()
  const began = clock.now()
  pass(10_000)
  time.wall += set
  pass(20_000)
  expect(clock.now() - began).toBe(30_000)
  expect(clock.jumped()).toBe(set)
})

test('a machine that slept through the night is not taken for one whose clock was set', () => {
  const { clock, pass } = machine()
  const began = clock.now()
  pass(DAY / 3, { asleep: true })
  expect(clock.now() - began).toBe(DAY / 3)
  expect(Math.abs(clock.jumped())).toBeLessThan(1)
  pass(1234)
  expect(clock.now() - began).toBe(DAY / 3 + 1234)
})

test('never goes back, whatever its parts do', () => {
  const { time, clock, pass } = machine()
  let last = clock.now()
  for (const step of [500, 3, 0, 40, 1, 7]) {
    pass(step)
    time.up -= time.up % 10
    const now = clock.now()
    expect(now).toBeGreaterThanOrEqual(last)
    last = now
  }
})

test('does not go back where the finer clock is set right by the coarser', () => {
  const { time, clock, pass } = machine()
  pass(10_000)
  // The finer one ran ahead by more than a sleep explains.
  time.fine += 3000
  const ahead = clock.now()
  pass(100)
  expect(clock.now()).toBeGreaterThanOrEqual(ahead)
  // A machine that was started anew under the program counts from nothing.
  time.up -= 5000
  expect(clock.now()).toBeGreaterThanOrEqual(ahead)
})
