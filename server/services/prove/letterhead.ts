import { eq } from 'drizzle-orm'
import type { LetterheadForm } from '../../../shared/schemas/handBack'
import type { LetterheadView } from '../../../shared/views'
import { database } from '../../db/client'
import { letterhead } from '../../db/schema'
import { shopReality } from '../house/shopReality'
import { decodePicture } from '../pictures/decodePicture'
import { change, type Actor } from '../ground/change'
import { notFound, Refusal } from '../ground/refusal'

/** The one row. */
const OWN = 1
/** Largest file of a mark that is taken, bytes, and the most pixels of one. */
export const MOST_MARK_BYTES = 4_000_000
const MOST_PIXELS = 40_000_000
/** A mark is no larger on paper than this, px. */
const MARK = { width: 480, height: 160 }

/** What the shop calls itself on papers; empty until somebody said. `mark` changes with the mark, so that an old one is not shown. */
export async function shopName(): Promise<LetterheadView> {
  const [found] = await database().select().from(letterhead)
  const reality = await shopReality(database())
  return found
    ? { name: found.name, line: found.line, mark: found.mark ? +found.at : null, reality }
    : { name: '', line: '', mark: null, reality }
}

export async function setShopName(actor: Actor, form: LetterheadForm): Promise<LetterheadView> {
  await change(actor, { verb: 'set the shop’s name', touches: ['figures'], detail: { ...form } }, async (tx, now) => {
    const said = { ...form, personId: actor.id, at: now }
    await tx
      .insert(letterhead)
      .values({ id: OWN, ...said })
      .onConflictDoUpdate({ target: letterhead.id, set: said })
    return true
  })
  return shopName()
}

/**
 * Keeps the shop's mark, small enough for a letterhead, as PNG. @throws Refusal 415 for what is no picture; 409 before the shop has
 * a name
 */
export async function setShopMark(actor: Actor, file: Buffer): Promise<LetterheadView> {
  const { drawn } = await decodePicture({ file, mostPixels: MOST_PIXELS, drawn: [{ ...MARK, as: 'png' }] })
  const mark = drawn[0]!.bytes
  await change(actor, { verb: 'set the shop’s mark', touches: ['figures'] }, async (tx, now) => {
    const [kept] = await tx
      .update(letterhead)
      .set({ mark, personId: actor.id, at: now })
      .where(eq(letterhead.id, OWN))
      .returning({ id: letterhead.id })
    if (!kept) throw new Refusal(409, 'Give the shop a name first, then its mark.')
    return kept
  })
  return shopName()
}

/** The mark as PNG. @throws Refusal 404 */
export async function shopMark(): Promise<Buffer> {
  const [found] = await database().select({ mark: letterhead.mark }).from(letterhead)
  if (!found?.mark) throw notFound('mark')
  return found.mark
}
