import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const folder = mkdtempSync(join(tmpdir(), 'zinc-analyse-'))
afterAll(() => rmSync(folder, { recursive: true }))
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text)
  return join(folder, name)
}
const setup = {
  method: 'pressure-decay',
  ullage_L: 60,
  gauge: { resolution_kPa: 0.001, noise_kPa: 0.001 },
  temperatureChangeUncertainty_C: 0.02,
  barometerChangeUncertainty_hPa: 0.02,
  testPressure_kPa: 6.9,
  acceptance: { limit_mLmin: 1 },
}
/** A fine gauge flickers by a mark. */
const log = (slope: number) =>
  [
    'time_s,pressure_kPa,temperature_C,barometer_hPa',
    ...Array.from({ length: 91 }, (_, k) => `${k * 10},${(6.9 - k * slope + 0.001 * (k % 2)).toFixed(4)},20,1013.25`),
  ].join('\n')
const leaking = file('leaking.csv', log(0.0012))
file('leaking.setup.json', JSON.stringify(setup))
const sealed = file('sealed.csv', log(0))
file('sealed.setup.json', JSON.stringify(setup))

function zinc(...words: string[]) {
  const { status, stdout, stderr } = spawnSync('./zinc', words, { encoding: 'utf8' })
  return {
    status,
    stderr,
    lines: stdout
      .trim()
      .split('\n')
      .filter(Boolean)
      .map(line => JSON.parse(line)),
  }
}

test('one line a log, in the order given, with every field of the format', () => {
  const { status, lines } = zinc('analyse', leaking, sealed)
  expect(status).toBe(0)
  expect(lines.map(line => line.verdict)).toEqual(['leaking', 'sealed'])
  expect(Object.keys(lines[0]).sort()).toEqual([
    'atPressure_kPa',
    'budget_mLmin',
    'decidedBy',
    'engine',
    'file',
    'high95_mLmin',
    'ignored',
    'leakRate_mLmin',
    'low95_mLmin',
    'minutesMore',
    'readings',
    'signs',
    'smallestSeen_mLmin',
    'steps',
    'verdict',
  ])
  expect(Object.keys(lines[0].budget_mLmin).sort()).toEqual([
    'barometer',
    'fuelVapour',
    'instrumentDrift',
    'law',
    'leakChange',
    'readings',
    'rig',
    'temperature',
    'unseenTemperature',
    'volume',
    'wallCreep',
    'wallGive',
  ])
  expect(lines[0]).toMatchObject({ file: leaking, atPressure_kPa: 6.9, readings: 91, decidedBy: null })
  // 1.2 Pa each 10 s from 60 L: 60e-3 x 0.12 = 7.2e-3 Pa·m3/s = 4.26 std mL/min.
  expect(Math.abs(lines[0].leakRate_mLmin - 4.26)).toBeLessThan(0.15)
})

test('one set-up for all, and a log that fails does not stop the others', () => {
  const alone = file('alone.csv', log(0.002))
  const broken = file('broken.csv', 'time_s,pressure_kPa\n0,six\n')
  const { status, lines } = zinc(
    'analyse',
    alone,
    broken,
    join(folder, 'absent.csv'),
    sealed,
    '--setup',
    join(folder, 'sealed.setup.json'),
  )
  expect(status).toBe(1)
  expect(lines).toHaveLength(4)
  expect(lines[0].verdict).toBe('leaking')
  expect(lines[1]).toEqual({ file: broken, error: 'Row 2, column pressure_kPa: “six” is not a number.' })
  expect(lines[2].error).toContain('absent.csv is not there')
  expect(lines[3].verdict).toBe('sealed')
})

test('a missing or broken set-up is said', () => {
  const { status, lines } = zinc('analyse', file('lonely.csv', log(0)))
  expect(status).toBe(1)
  expect(lines[0].error).toContain('lonely.setup.json')
  file('odd.setup.json', '{ "method": ')
  expect(zinc('analyse', file('odd.csv', log(0))).lines[0].error).toContain('not valid JSON')
})

test('the command says what it does, and what it does not know', () => {
  expect(zinc('analyse').status).toBe(2)
  expect(zinc('dance')).toMatchObject({ status: 2, stderr: expect.stringContaining('usage: ./zinc COMMAND') })
  expect(zinc('demo', '--quick')).toMatchObject({ status: 1, stderr: expect.stringContaining('does not know “--quick”') })
  expect(zinc('test', 'everything')).toMatchObject({ status: 1, stderr: expect.stringContaining('no check “everything”') })
  expect(spawnSync('./zinc', ['start'], { encoding: 'utf8', env: { ...process.env, PORT: 'seven' } }).stderr).toContain(
    'PORT is “seven”',
  )
})
