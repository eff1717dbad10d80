import { normalAt } from '../standin/seededRandom'
import { bandLevels, HISS_BANDS, hissMeter, loudestPart, type Heard } from './hiss'

/** Levels of a room with so much above it in some bands, fluctuating as noise does. */
const levels = (k: number, extra: readonly number[] = []) =>
  Array.from({ length: HISS_BANDS }, (_, band) => {
    const room = -70 - 2 * band + 0.8 * normalAt(3, band, k)
    return 10 * Math.log10(10 ** (room / 10) + (extra[band] === undefined ? 0 : 10 ** (extra[band] / 10)))
  })
const EVERY = 0.05
function listen(until: number, extraAt: (t: number) => readonly number[]): Heard[] {
  const meter = hissMeter()
  return Array.from({ length: Math.round(until / EVERY) }, (_, k) => meter.hear(levels(k, extraAt(k * EVERY)), k * EVERY))
}
const at = (heard: Heard[], t: number) => heard[Math.round(t / EVERY)]!
const jet = [-66, -64, -62, -60, -60, -62, -66]

describe('the bands of a spectrum', () => {
  it('add up the power of their bins', () => {
    const rate = 48_000
    const flat = new Float32Array(2048).fill(-100)
    const bin = rate / 2 / flat.length
    const said = bandLevels(flat, rate)
    expect(said[0]).toBeCloseTo(-100 + 10 * Math.log10(800 / bin), 0)
    expect(said[6]).toBeCloseTo(-100 + 10 * Math.log10(4000 / bin), 0)
  })
  it('that a microphone does not reach are empty', () => {
    expect(bandLevels(new Float32Array(1024).fill(-80), 16_000).slice(4)).toEqual([-Infinity, -Infinity, -Infinity])
  })
})

describe('the meter', () => {
  it('listens to the room first, and then hears nothing in it', () => {
    const heard = listen(20, () => [])
    expect(heard[0]!.not).toBe('listening to the room')
    expect(heard.every(each => !each.hisses)).toBe(true)
  })

  it('hears a jet while the microphone passes it, and not after', () => {
    const heard = listen(16, t => (t > 8 && t < 10 ? jet : []))
    expect(at(heard, 7.5).hisses).toBe(false)
    expect(at(heard, 9).hisses).toBe(true)
    expect(at(heard, 9).loud).toBeGreaterThan(6)
    expect(at(heard, 12).hisses).toBe(false)
  })

  it('takes a steady fan off, however loud it is', () => {
    const fan = jet.map(level => level + 6)
    const heard = listen(25, t => (t > 15 && t < 17 ? fan.map(level => level + 8) : fan))
    expect(at(heard, 14).hisses).toBe(false)
    expect(at(heard, 16).hisses).toBe(true)
  })

  it('takes one tone for no hiss', () => {
    const heard = listen(12, t => (t > 8 ? ([, , , -45] as unknown as number[]) : []))
    expect(at(heard, 10)).toMatchObject({ hisses: false, not: 'one tone' })
  })

  it('says nothing of what the microphone cuts off', () => {
    const heard = listen(12, t => (t > 8 ? jet.map(() => -1) : []))
    expect(at(heard, 10)).toMatchObject({ hisses: false, not: 'too loud' })
  })

  it('hears with a microphone that ends at 8 kHz', () => {
    const meter = hissMeter()
    const short = (k: number, extra: readonly number[]) => levels(k, extra).map((level, band) => (band > 3 ? -Infinity : level))
    let last: Heard | null = null
    for (let k = 0; k < 200; k++) last = meter.hear(short(k, k > 160 ? jet : []), k * EVERY)
    expect(last!.hisses).toBe(true)
    expect(Number.isFinite(last!.loud)).toBe(true)
  })
})

describe('the loudest part of a sweep', () => {
  it('is clear where it is well ahead of the next', () => {
    const heard = new Map([
      ['seam', { loud: 4, doubt: 0.5 }],
      ['neck', { loud: 12, doubt: 0.5 }],
    ])
    expect(loudestPart(heard)).toEqual({ partId: 'neck', loud: 12, ahead: 8, clear: true })
  })
  it('is not clear where two are about as loud, or their levels scatter', () => {
    expect(
      loudestPart(
        new Map([
          ['a', { loud: 9, doubt: 0.5 }],
          ['b', { loud: 10, doubt: 0.5 }],
        ]),
      )!.clear,
    ).toBe(false)
    expect(
      loudestPart(
        new Map([
          ['a', { loud: 6, doubt: 2 }],
          ['b', { loud: 10, doubt: 2 }],
        ]),
      )!.clear,
    ).toBe(false)
  })
  it('is none where nothing hissed', () => {
    expect(loudestPart(new Map())).toBeNull()
  })
})
