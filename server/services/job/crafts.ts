import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm'
import type { CraftKind } from '../../../core/circuit/tankKinds'
import type { CraftView } from '../../../shared/views'
import { database, type Transaction } from '../../db/client'
import { craft, job, part } from '../../db/schema'
import { inShop } from './inShop'

interface CraftFacts {
  name: string
  kind: CraftKind
  built: number | null
  registration: string
}

const sameName = (name: string) => sql`lower(${craft.name}) = lower(${name})`

/** One at a time under a name, so that two who open a job of a new craft at once make one craft. */
const holdName = (tx: Transaction, name: string) =>
  tx.execute(sql`select pg_advisory_xact_lock(hashtextextended('craft ' || lower(${name}), 0))`)

/** The craft of a name, held so that nobody makes another meanwhile. */
export async function craftOfName(tx: Transaction, name: string) {
  await holdName(tx, name)
  const [known] = await tx.select().from(craft).where(sameName(name)).limit(1)
  return known ?? null
}

/** The craft of a name, made when the shop has not had it yet; what is newly known of it is kept. */
export async function craftNamed(tx: Transaction, facts: CraftFacts): Promise<string> {
  const known = await craftOfName(tx, facts.name)
  if (known) {
    await tx
      .update(craft)
      .set({
        kind: facts.kind,
        built: facts.built ?? known.built,
        registration: facts.registration || known.registration,
      })
      .where(eq(craft.id, known.id))
    return known.id
  }
  const id = crypto.randomUUID()
  await tx.insert(craft).values({ id, ...facts })
  return id
}

/** A craft that nothing else has: under the name, or with a number after it where that is taken. */
export async function freshCraft(tx: Transaction, facts: CraftFacts): Promise<string> {
  let name = facts.name
  for (let n = 2; await craftOfName(tx, name); n++) name = `${facts.name} ${n}`
  const id = crypto.randomUUID()
  await tx.insert(craft).values({ id, ...facts, name })
  return id
}

/** A job's craft with other facts: one that has that name already is taken, otherwise the craft itself is renamed. */
export async function renamedCraft(tx: Transaction, craftId: string, facts: CraftFacts): Promise<string> {
  await holdName(tx, facts.name)
  const [other] = await tx
    .select({ id: craft.id })
    .from(craft)
    .where(and(sameName(facts.name), ne(craft.id, craftId)))
    .limit(1)
  const id = other?.id ?? craftId
  await tx.update(craft).set(facts).where(eq(craft.id, id))
  return id
}

/**
 * What was drawn last of a craft's tank: its circuit and the parts tied to it; null when it was not here before as this kind of
 * tank.
 */
export async function lastDrawn(tx: Transaction, craftId: string, tankName: string, tankKind: string) {
  const [last] = await tx
    .select({ id: job.id, circuit: job.circuit })
    .from(job)
    .where(and(eq(job.craftId, craftId), inShop, sql`lower(${job.tankName}) = lower(${tankName})`, eq(job.tankKind, tankKind)))
    .orderBy(desc(job.openedAt))
    .limit(1)
  if (!last) return null
  const parts = await tx
    .select({
      name: part.name,
      family: part.family,
      shape: part.shape,
      opening: part.opening,
      space: part.space,
      link: part.link,
      trait: part.trait,
    })
    .from(part)
    .where(and(eq(part.jobId, last.id), isNull(part.removedAt)))
    .orderBy(asc(part.position))
  return parts.length > 0 ? { circuit: last.circuit, parts } : null
}

/** A new complaint offers no more than this; what is not among them is found by its name. */
const CRAFTS_OFFERED = 8

/**
 * Crafts that were here before with their tanks, for a new complaint: the latest first.
 * @param words part of the name; the craft that is called exactly so comes before all others
 */
export async function listCrafts(words = ''): Promise<CraftView[]> {
  const wanted = words.trim()
  const chosen = database()
    .select({
      id: craft.id,
      rank: sql<number>`row_number() over (order by ${sameName(wanted)} desc, max(${job.openedAt}) desc)`.as('rank'),
    })
    .from(craft)
    .innerJoin(job, eq(job.craftId, craft.id))
    .where(and(inShop, sql`strpos(lower(${craft.name}), lower(${wanted})) > 0`))
    .groupBy(craft.id)
    .orderBy(sql`rank`)
    .limit(CRAFTS_OFFERED)
    .as('chosen')
  const rows = await database()
    .select({ craft, job })
    .from(chosen)
    .innerJoin(craft, eq(craft.id, chosen.id))
    .innerJoin(job, and(eq(job.craftId, craft.id), inShop))
    .orderBy(asc(chosen.rank), desc(job.openedAt))
  const crafts = new Map<string, CraftView>()
  for (const { craft: its, job: last } of rows) {
    const known = crafts.get(its.id) ?? {
      id: its.id,
      name: its.name,
      kind: its.kind,
      built: its.built,
      registration: its.registration,
      tanks: [],
    }
    if (!known.tanks.some(tank => tank.name.toLowerCase() === last.tankName.toLowerCase())) {
      known.tanks.push({
        name: last.tankName,
        tankKind: last.tankKind,
        material: last.material,
        capacity: last.capacity,
        fuel: last.fuel,
        pressureLimit: last.pressureLimit,
        limitSource: last.limitSource,
        acceptance: last.acceptance,
      })
    }
    crafts.set(its.id, known)
  }
  return [...crafts.values()]
}
