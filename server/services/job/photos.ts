import { eq } from 'drizzle-orm'
import type { JobView } from '../../../shared/views'
import { database } from '../../db/client'
import { photo } from '../../db/schema'
import { change, type Actor } from '../ground/change'
import { loadJob } from './loadJobs'
import { decodePicture } from '../pictures/decodePicture'
import { notFound, Refusal, refuseField } from '../ground/refusal'

/** Largest file that is taken, bytes; the page makes larger pictures smaller before it sends them. */
export const MOST_PHOTO_BYTES = 24 * 1024 * 1024
export const tooLarge = (size: number) =>
  new Refusal(
    413,
    `This picture has ${Math.round(size / 1048576)} MB; up to ${MOST_PHOTO_BYTES / 1048576} MB is taken. Send a smaller one.`,
  )
const LONGEST_SIDE = 2048
const THUMBNAIL_SIDE = 320
/** A picture of more pixels than any camera of the trade takes would only fill the memory. */
const MOST_PIXELS = 120_000_000

/**
 * Keeps a photograph: turned upright, made no larger than is useful, all that a camera wrote beside the picture (place, time,
 * owner) left out, with a small one for lists.
 * A repeated id is the same photograph.
 * @throws Refusal 413 for a file that is too large, 415 for one that is not a picture, 422 when what was drawn on is not of
 *   this job
 */
export async function keepPhoto(
  actor: Actor,
  jobId: string,
  input: { id: string; drawnOn: string | null; file: Buffer },
): Promise<JobView> {
  const { photos } = await loadJob(jobId)
  if (input.drawnOn !== null && !photos.some(known => known.id === input.drawnOn))
    throw refuseField('drawnOn', 'The photograph that was drawn on is not of this job.')
  if (input.file.length > MOST_PHOTO_BYTES) throw tooLarge(input.file.length)
  const shown = await drawn(input.file)
  await change(actor, { verb: 'took a photograph', touches: ['stripping'], jobId, subjectId: input.id }, async (tx, now) => {
    const [made] = await tx
      .insert(photo)
      .values({ id: input.id, jobId, drawnOn: input.drawnOn, ...shown, personId: actor.id, at: now })
      .onConflictDoNothing()
      .returning({ id: photo.id })
    return made ?? null
  })
  return loadJob(jobId)
}

async function drawn(file: Buffer) {
  const { drawn: sizes } = await decodePicture({
    file,
    mostPixels: MOST_PIXELS,
    drawn: [LONGEST_SIDE, THUMBNAIL_SIDE].map(side => ({ width: side, height: side, as: 'jpeg' })),
  })
  const [large, small] = sizes
  return { picture: large!.bytes, thumbnail: small!.bytes, width: large!.width, height: large!.height }
}

/** A photograph's JPEG, large or small. @throws Refusal 404 */
export async function photoBytes(id: string, small: boolean): Promise<Buffer> {
  const [row] = await database()
    .select({ bytes: small ? photo.thumbnail : photo.picture })
    .from(photo)
    .where(eq(photo.id, id))
  if (!row) throw notFound('photograph')
  return row.bytes
}
