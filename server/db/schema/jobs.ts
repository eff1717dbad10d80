import { sql } from 'drizzle-orm'
import { boolean, check, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core'
import type { PartFamily, PartShape, PartTrait } from '../../../core/circuit/boundary'
import { type Circuit, PLAIN_CIRCUIT } from '../../../core/circuit/circuit'
import type { CraftKind, TankMaterial } from '../../../core/circuit/tankKinds'
import type { FuelKey } from '../../../core/fuel/fuels'
import { USUAL_PLAN, type WorkPlan } from '../../../core/fuel/makeSafe'
import type { Complaint, Reality, WorkKind } from '../../../shared/schemas/job'
import type { Brought } from '../../../shared/archive/brought'
import type { MapPart } from '../../../shared/views'
import type { HiddenTank } from './hiddenTank'
import { id, moment } from './columns'
import { person } from './people'

export const craft = pgTable(
  'craft',
  {
    id: id(),
    name: text('name').notNull(),
    kind: text('kind').$type<CraftKind>().notNull(),
    /** year in which it was built */
    built: integer('built'),
    /** registration, hull or fleet number */
    registration: text('registration').notNull().default(''),
  },
  table => [uniqueIndex('craft_name').on(sql`lower(${table.name})`)],
)

export const job = pgTable(
  'job',
  {
    id: id(),
    craftId: uuid('craft_id')
      .references(() => craft.id)
      .notNull(),
    tankName: text('tank_name').notNull(),
    reality: text('reality').$type<Reality>().notNull(),
    work: text('work').$type<WorkKind>().notNull().default('leak'),
    tankKind: text('tank_kind').notNull(),
    material: text('material').$type<TankMaterial>().notNull(),
    capacity: doublePrecision('capacity').notNull(),
    wallGive: doublePrecision('wall_give').notNull(),
    fuel: text('fuel').$type<FuelKey>().notNull(),
    pressureLimit: doublePrecision('pressure_limit').notNull(),
    limitSource: text('limit_source').notNull(),
    /** acceptance limit, Pa·m3/s */
    acceptance: doublePrecision('acceptance').notNull(),
    /** limit of a part that fuel stands on, Pa·m3/s; empty where it follows from the fuel */
    fuelAcceptance: doublePrecision('fuel_acceptance'),
    /** why the limits are not what is usual */
    limitsReason: text('limits_reason').notNull().default(''),
    complaint: jsonb('complaint').$type<Complaint>().notNull(),
    /** where the work is done and what is planned */
    plan: jsonb('plan').$type<WorkPlan>().notNull().default(USUAL_PLAN),
    /** spaces and the links between them; the parts are tied to them */
    circuit: jsonb('circuit').$type<Circuit>().notNull().default(PLAIN_CIRCUIT),
    /** grows with each edit, so that a second editor is told */
    revision: integer('revision').notNull().default(1),
    openedAt: moment('opened_at').notNull(),
    openedBy: uuid('opened_by')
      .references(() => person.id)
      .notNull(),
    /** when somebody last did something on it: the order of the Bay's pages */
    movedAt: moment('moved_at').notNull(),
    /** when it left the Bay; empty while it is in */
    closedAt: moment('closed_at'),
    /** why it left without being handed back; empty where it was handed back */
    closedReason: text('closed_reason').notNull().default(''),
    /** where it was brought in from, with what the thermometer there read while things cured; empty for a job of this shop alone */
    brought: jsonb('brought').$type<Brought>(),
    /** what the tank of a job that is not real hides; empty until its stand-in is used */
    hiddenTank: jsonb('hidden_tank').$type<HiddenTank>(),
  },
  table => [
    index('job_moved').on(table.movedAt),
    index('job_craft').on(table.craftId),
    check('job_capacity', sql`${table.capacity} > 0`),
    check('job_limit', sql`${table.pressureLimit} > 0`),
  ],
)

export const jobId = () =>
  uuid('job_id')
    .references(() => job.id)
    .notNull()

export const part = pgTable(
  'part',
  {
    id: id(),
    jobId: jobId(),
    name: text('name').notNull(),
    family: text('family').$type<PartFamily>().notNull(),
    shape: jsonb('shape').$type<PartShape>().notNull(),
    opening: boolean('opening').notNull(),
    /** the space of the circuit that it closes, and the valve that it is */
    space: text('space').default('tank'),
    link: text('link'),
    /** straps or a cradle bear on it, or it is a gauge without a wire */
    trait: text('trait').$type<PartTrait>(),
    position: integer('position').notNull(),
    /** when it came onto the tank; empty when it was there from the start */
    addedAt: moment('added_at'),
    removedAt: moment('removed_at'),
  },
  table => [index('part_job').on(table.jobId)],
)

/** A job's map as it was until the tank itself was changed: what tests before then reached follows from it. */
export const mapBefore = pgTable(
  'map_before',
  {
    id: id(),
    jobId: jobId(),
    until: moment('until').notNull(),
    circuit: jsonb('circuit').$type<Circuit>().notNull(),
    parts: jsonb('parts').$type<MapPart[]>().notNull(),
  },
  table => [index('map_before_job').on(table.jobId)],
)
