import { hissSound } from './hissSound'
import { soundFile } from './soundFile'
import { videoFile } from './videoFile'

const frame = (r: number, g: number, b: number) => ({
  width: 4,
  height: 2,
  data: Uint8ClampedArray.from({ length: 32 }, (_, k) => [r, g, b, 255][k % 4]!),
})

describe('a video file', () => {
  it('has a head, and a frame of one brightness and two colours each', () => {
    const file = videoFile([frame(255, 255, 255), frame(0, 0, 0)], 5)
    const head = 'YUV4MPEG2 W4 H2 F5:1 Ip A1:1 C420jpeg\n'
    expect(Buffer.from(file.subarray(0, head.length)).toString()).toBe(head)
    expect(file.length).toBe(head.length + 2 * (6 + 8 + 4))
    expect([...file.subarray(head.length + 6, head.length + 18)]).toEqual(
      [...Array<number>(8).fill(235), 128, 128, 128, 128].map(v => expect.closeTo(v, -0.5)),
    )
  })
  it('keeps red red', () => {
    const [, , , , , , , , u, , v] = [...videoFile([frame(255, 0, 0)], 1).subarray(-12)]
    expect(u).toBeLessThan(128)
    expect(v).toBeGreaterThan(200)
  })
  it('takes frames of one size alone', () => {
    expect(() => videoFile([], 1)).toThrow('at least one frame')
    expect(() => videoFile([frame(1, 1, 1), { ...frame(1, 1, 1), width: 2 }], 1)).toThrow('one size')
  })
})

it('a sound file is a head and its samples, what is too loud cut off', () => {
  const file = soundFile(Float64Array.from([0, 0.5, -2]), 8000)
  expect(Buffer.from(file.subarray(0, 4)).toString()).toBe('RIFF')
  const view = new DataView(file.buffer)
  expect(view.getUint32(24, true)).toBe(8000)
  expect([44, 46, 48].map(at => view.getInt16(at, true))).toEqual([0, 16_384, -32_767])
})

it('a hiss is louder high up than the room, and a voice is not', () => {
  const rate = 48_000
  const taking = { rate, length: 0.5, room: 0.004, seed: 3 }
  const high = (samples: Float64Array) => samples.slice(1).reduce((sum, each, k) => sum + (each - samples[k]!) ** 2, 0)
  const quiet = high(hissSound({ ...taking, voice: 0, hissAt: () => 0 }))
  const talk = high(hissSound({ ...taking, voice: 1, hissAt: () => 0 }))
  const hiss = high(hissSound({ ...taking, voice: 0, hissAt: () => 0.03 }))
  expect(hiss / quiet).toBeGreaterThan(30)
  expect(talk / quiet).toBeLessThan(3)
})
