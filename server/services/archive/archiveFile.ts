import { createHash } from 'node:crypto'
import JSZip from 'jszip'
import Papa from 'papaparse'
import type { BroughtTemperature } from '../../../shared/archive/brought'
import { OutOfBounds, parsable } from '../../../shared/bodyBounds'
import { Refusal } from '../ground/refusal'

/** A row as it travels: what the columns are called here, moments in ISO 8601, quantities SI. */
export type ArchivedRow = Record<string, unknown>
/** A job as its JSON says it. */
export interface ArchivedJob {
  format: 'zinc-bell-job'
  version: 2
  exportedAt: string
  /** the program that made it, with its version */
  program: string
  shop: string
  /** where it was brought in from before; null when it began in this shop */
  broughtFrom: { shop: string; exportedAt: string } | null
  people: { id: string; name: string }[]
  thermometer: BroughtTemperature[]
  rows: Record<string, ArchivedRow[]>
}
/** A reading as its CSV says it: s, Pa, K. */
export interface ArchivedReading {
  t: number
  pressure: number
  temperature: number | null
  barometer: number | null
  difference: number | null
  noise: number | null
  event: string | null
  personId: string | null
  takenAt: string
}
/** What one archive holds. */
export interface Archive {
  job: ArchivedJob
  /** JPEG by id, large and small */
  photographs: Map<string, { picture: Buffer; thumbnail: Buffer }>
  /** by hold */
  readings: Map<string, ArchivedReading[]>
}

export const sha256 = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex')

const columns: [heading: string, field: keyof ArchivedReading][] = [
  ['time_s', 't'],
  ['pressure_Pa', 'pressure'],
  ['temperature_K', 'temperature'],
  ['barometer_Pa', 'barometer'],
  ['difference_Pa', 'difference'],
  ['pressureNoise_Pa', 'noise'],
  ['event', 'event'],
  ['typed_by', 'personId'],
  ['taken_at', 'takenAt'],
]
const texts: readonly (keyof ArchivedReading)[] = ['event', 'personId', 'takenAt']

const toCsv = (readings: readonly ArchivedReading[]): string =>
  Papa.unparse(
    { fields: columns.map(([heading]) => heading), data: readings.map(row => columns.map(([, field]) => row[field] ?? '')) },
    { newline: '\r\n' },
  )

/** @throws Refusal 422 for a cell that is no number */
function fromCsv(text: string, name: string): ArchivedReading[] {
  const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true })
  if (errors.length > 0) throw damaged(`${name}, row ${(errors[0]!.row ?? 0) + 2}: ${errors[0]!.message}`)
  return data.map((row, i) =>
    Object.fromEntries(
      columns.map(([heading, field]) => {
        const cell = row[heading] ?? ''
        if (texts.includes(field)) return [field, cell === '' ? null : cell]
        const value = cell === '' ? null : Number(cell)
        if (value !== null && !Number.isFinite(value)) throw damaged(`${name}, row ${i + 2}, ${heading}: no number`)
        return [field, value]
      }),
    ),
  ) as unknown as ArchivedReading[]
}

const tooLarge = () => new Refusal(413, 'This archive is larger than any job. It is not taken in.')
const damaged = (what: string) => new Refusal(422, `This is no whole archive of a job: ${what}. Ask for it again.`)

/**
 * Packs a job into one file: job.json, a CSV a hold, photographs, and the digest of each.
 * @throws Refusal 413 for one that nobody could take in
 */
export async function packArchive({ job, photographs, readings }: Archive): Promise<Buffer> {
  const said = JSON.stringify(job, null, 1)
  if (Buffer.byteLength(said) > MOST_JOB_BYTES)
    throw new Refusal(413, 'This job has more entries than any shop takes in as one file. Send its record instead.')
  const files = new Map<string, Buffer | string>([['job.json', said]])
  for (const [id, rows] of readings) files.set(`readings/${id}.csv`, toCsv(rows))
  for (const [id, { picture, thumbnail }] of photographs) {
    files.set(`photographs/${id}.jpg`, picture)
    files.set(`photographs/${id}.small.jpg`, thumbnail)
  }
  const zip = new JSZip()
  // One date for all, so that the same job gives the same file.
  const date = new Date(job.exportedAt)
  for (const [name, content] of files) zip.file(name, content, { date, createFolders: false })
  const digests = Object.fromEntries([...files].map(([name, content]) => [name, sha256(content)]))
  zip.file('digests.json', JSON.stringify(digests, null, 1), { date })
  return zip.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' })
}

/** Most that an archive may hold once it is unpacked: bytes in all, and files. */
const MOST_UNPACKED = 300_000_000
const MOST_FILES = 5000
/** Of job.json alone: bytes, and values. */
const MOST_JOB_BYTES = 20_000_000
const MOST_JOB_VALUES = 1_000_000

/** Unpacks a file while counting, so that a small one cannot fill the memory. @throws Refusal 413, 422 */
function unpacked(file: JSZip.JSZipObject, left: number): Promise<Buffer> {
  return new Promise((done, fail) => {
    const pieces: Buffer[] = []
    let size = 0
    const stream = file.nodeStream()
    stream.on('data', (piece: Buffer) => {
      size += piece.length
      if (size <= left) return pieces.push(piece)
      stream.pause()
      fail(tooLarge())
    })
    stream.on('error', () => fail(damaged(`${file.name} cannot be unpacked`)))
    stream.on('end', () => done(Buffer.concat(pieces)))
  })
}

/** Whether something is JSON for an object, as its text says. */
function objectIn(bytes: Buffer, name: string): Record<string, unknown> {
  try {
    parsable(bytes, MOST_JOB_VALUES)
    const value: unknown = JSON.parse(bytes.toString('utf8'))
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return value as Record<string, unknown>
  } catch (error) {
    if (error instanceof OutOfBounds) throw tooLarge()
    // told below
  }
  throw damaged(`${name} is not JSON`)
}

/**
 * Reads an archive and checks every file against its digest. What job.json says is not checked here.
 * @param most bytes that it may have once it is unpacked
 * @throws Refusal 413 for one that is too large, 415 for no archive at all, 422 for one that is not whole
 */
export async function unpackArchive(bytes: Buffer, most = MOST_UNPACKED): Promise<Omit<Archive, 'job'> & { job: unknown }> {
  let zip: JSZip
  try {
    zip = await JSZip.loadAsync(bytes)
  } catch {
    throw new Refusal(415, 'This is no archive of a job. Choose the file that the other shop sent, as it is.')
  }
  const names = Object.keys(zip.files).filter(name => !zip.files[name]!.dir)
  if (names.length > MOST_FILES) throw new Refusal(413, 'This archive has more files than any job. It is not taken in.')
  const files = new Map<string, Buffer>()
  let left = most
  for (const name of names) {
    const content = await unpacked(zip.files[name]!, /\.json$/.test(name) ? Math.min(left, MOST_JOB_BYTES) : left)
    left -= content.length
    files.set(name, content)
  }
  const object = (name: string) => {
    const content = files.get(name)
    if (!content) throw damaged(`${name} is missing`)
    return objectIn(content, name)
  }
  const digests = object('digests.json')
  for (const [name, content] of files)
    if (name !== 'digests.json' && digests[name] !== sha256(content)) throw damaged(`${name} is not as it was sent`)
  for (const name of Object.keys(digests)) if (!files.has(name)) throw damaged(`${name} is missing`)

  const photographs: Archive['photographs'] = new Map()
  const readings: Archive['readings'] = new Map()
  for (const [name, content] of files) {
    const photo = /^photographs\/([\w-]+)\.jpg$/.exec(name)
    const small = photo && files.get(`photographs/${photo[1]}.small.jpg`)
    if (photo && small) photographs.set(photo[1]!, { picture: content, thumbnail: small })
    const hold = /^readings\/([\w-]+)\.csv$/.exec(name)
    if (hold) readings.set(hold[1]!, fromCsv(content.toString('utf8'), name))
  }
  return { job: object('job.json'), photographs, readings }
}
