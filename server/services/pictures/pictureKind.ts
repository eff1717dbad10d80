/** Kinds of picture that are decoded; others can describe far more than their bytes. */
type PictureKind = 'jpeg' | 'png' | 'webp'

const startsWith = (file: Buffer, bytes: readonly number[], from = 0) => bytes.every((byte, i) => file[from + i] === byte)
const ascii = (text: string) => [...text].map(letter => letter.charCodeAt(0))

/**
 * What a file is by its first bytes, whatever it is called.
 * Source: JFIF and ITU-T T.81; PNG, RFC 2083; WebP container, RFC 9649.
 * @returns null for anything else
 */
export function pictureKind(file: Buffer): PictureKind | null {
  if (startsWith(file, [0xff, 0xd8, 0xff])) return 'jpeg'
  if (startsWith(file, [0x89, ...ascii('PNG'), 0x0d, 0x0a, 0x1a, 0x0a])) return 'png'
  if (startsWith(file, ascii('RIFF')) && startsWith(file, ascii('WEBP'), 8)) return 'webp'
  return null
}
