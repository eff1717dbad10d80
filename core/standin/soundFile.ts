/**
 * A sound as a file that browsers take in the place of a microphone (RIFF WAVE, one channel of 16-bit PCM).
 * @param samples -1 to 1, what is beyond is cut @param rate samples a second
 */
export function soundFile(samples: Float64Array, rate: number): Uint8Array {
  const bytes = new Uint8Array(44 + 2 * samples.length)
  const view = new DataView(bytes.buffer)
  const text = (at: number, words: string) => [...words].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + 2 * samples.length, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, 2 * rate, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, 2 * samples.length, true)
  samples.forEach((sample, k) => view.setInt16(44 + 2 * k, Math.round(32_767 * Math.min(1, Math.max(-1, sample))), true))
  return bytes
}
