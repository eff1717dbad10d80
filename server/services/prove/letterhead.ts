import type { LetterheadForm } from '../../../shared/schemas/handBack'
import { database } from '../../db/client'
import { letterhead } from '../../db/schema'
import { change, type Actor } from '../shop/change'

/** What the shop calls itself on papers; empty until somebody said. */
export async function shopName(): Promise<LetterheadForm> {
  const [found] = await database().select({ name: letterhead.name, line: letterhead.line }).from(letterhead)
  return found ?? { name: '', line: '' }
}

export async function setShopName(actor: Actor, form: LetterheadForm): Promise<LetterheadForm> {
  await change(actor, { verb: 'set the shop’s name', touches: ['figures'], detail: { ...form } }, async (tx, now) => {
    const said = { ...form, personId: actor.id, at: now }
    await tx
      .insert(letterhead)
      .values({ id: 1, ...said })
      .onConflictDoUpdate({ target: letterhead.id, set: said })
    return true
  })
  return shopName()
}
