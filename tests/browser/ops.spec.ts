import { expect, test } from '@playwright/test'

/** A module of the command, which runs before anything is installed and so is plain JavaScript. */
const of = <Module>(name: string) => import(new URL(`../../ops/${name}.mjs`, import.meta.url).href) as Promise<Module>

test('what ends is started again at once, then ever later, and for as long as the program lives', async () => {
  const { restartDelays } = await of<{ restartDelays: () => (now: number) => number }>('restarts')
  const delay = restartDelays()
  const waits = Array.from({ length: 30 }, (_, k) => delay(k * 10))
  expect(waits.slice(0, 3)).toEqual([0, 0, 0])
  expect(waits.slice(3, 7)).toEqual([500, 1000, 2000, 4000])
  expect(Math.max(...waits)).toBe(30_000)
  // A quiet hour later it is at once again; a thousand ends a year are no reason to give up.
  expect(delay(3_600_000)).toBe(0)
  for (let day = 1; day < 1000; day++) expect(delay(day * 86_400_000)).toBe(0)
})

test('a backup is made each night, at once when the last is long ago, and not twice', async () => {
  const { isDue } = await of<{ isDue: (last: number | null, now: number) => boolean }>('nightly')
  const at = (day: number, hour: number) => +new Date(2026, 4, day, hour)
  expect(isDue(null, at(1, 12))).toBe(true)
  expect(isDue(at(1, 3), at(1, 12))).toBe(false)
  expect(isDue(at(1, 3), at(2, 1))).toBe(false)
  expect(isDue(at(1, 3), at(2, 3))).toBe(true)
  expect(isDue(at(1, 12), at(2, 3))).toBe(true)
  expect(isDue(at(1, 3), at(4, 1))).toBe(true)
})

test('a network without TLS is warned of, with how to put it in front', async () => {
  const { listening } = await of<{ listening: (of: object) => string }>('listening')
  const said = (host: string, publicUrl?: string) => listening({ host, port: 4600, publicUrl, mode: 'start' })
  expect(said('127.0.0.1')).toBe('')
  expect(said('0.0.0.0')).toMatch(/WARNING.*without TLS[\s\S]*nginx[\s\S]*ZINC_PUBLIC_URL=https/)
  expect(said('0.0.0.0', 'http://shop.example')).toContain('WARNING')
  expect(said('0.0.0.0', 'https://shop.example')).not.toContain('WARNING')
})
