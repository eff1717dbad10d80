import { eq } from 'drizzle-orm'
import { asksInspector } from '../../../core/ledger/proof/handBack'
import { listWords } from '../../../core/words/words'
import { authorityFor, type Authority, type AuthorityDeed, type AuthorityForm } from '../../../shared/schemas/person'
import type { JobView, PersonView } from '../../../shared/views'
import type { Transaction } from '../../db/client'
import { person } from '../../db/schema'
import { change, type Actor } from '../ground/change'
import { mustBeAllowed } from '../ground/may'
import { notFound, Refusal, refuseField } from '../ground/refusal'
import { people, personById } from './people'

/**
 * The owner gives somebody an authority. A repeated id is the same one.
 * @throws Refusal 422 for one that is over already
 */
export async function giveAuthority(actor: Actor, personId: string, form: AuthorityForm): Promise<PersonView[]> {
  const { name } = await personById(personId)
  const { deed, number } = form
  await change(
    actor,
    { verb: 'gave an authority', touches: ['people'], subjectId: personId, detail: { name, deed, number } },
    async (tx, now) => {
      if (form.until <= +now) throw refuseField('until', 'That is over already: say until when it is valid.')
      const before = await authoritiesOf(tx, personId)
      if (before.some(each => each.id === form.id)) return null
      return keep(tx, personId, [...before, { ...form, givenAt: +now }])
    },
  )
  return people()
}

/** The owner ends an authority: what was done under it stays as it was. @throws Refusal 404 */
export async function endAuthority(actor: Actor, personId: string, id: string): Promise<PersonView[]> {
  const { name } = await personById(personId)
  await change(actor, { verb: 'ended an authority', touches: ['people'], subjectId: personId, detail: { name } }, async tx => {
    const before = await authoritiesOf(tx, personId)
    if (!before.some(each => each.id === id)) return null
    return keep(
      tx,
      personId,
      before.filter(each => each.id !== id),
    )
  })
  return people()
}

async function keep(tx: Transaction, personId: string, authorities: Authority[]): Promise<true> {
  await tx.update(person).set({ authorities }).where(eq(person.id, personId))
  return true
}

/** @throws Refusal 404 */
async function authoritiesOf(tx: Transaction, personId: string): Promise<Authority[]> {
  const [found] = await tx.select({ authorities: person.authorities }).from(person).where(eq(person.id, personId))
  if (!found) throw notFound('person')
  return found.authorities
}

/** The authority of whoever acts, for one of some deeds; null where the owner gave none, or it is over. */
export const authorityOf = async (tx: Transaction, { id }: Actor, deeds: readonly AuthorityDeed[], now: Date) =>
  authorityFor(await authoritiesOf(tx, id), deeds, +now) ?? null

/**
 * On what flies a step is left out by somebody who may inspect it.
 * @throws Refusal 403 for anybody else, with who may
 */
export async function mustMayLeaveOut(
  { tx, actor, now }: { tx: Transaction; actor: Actor; now: Date },
  job: JobView,
): Promise<void> {
  if (!asksInspector(job.craft.kind) || job.reality === 'practice') return mustBeAllowed(actor.role, 'work')
  if (await authorityOf(tx, actor, ['inspect', 'return to service'], now)) return
  const rows = await tx.select({ name: person.name, authorities: person.authorities }).from(person)
  const may = rows.filter(row => authorityFor(row.authorities, ['inspect', 'return to service'], +now)).map(row => row.name)
  throw new Refusal(
    403,
    `On what flies a step is left out by whoever may inspect it${may.length > 0 ? `: ask ${listWords(may)}.` : '. The owner gives that to a person under People.'}`,
  )
}
