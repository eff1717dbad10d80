import { deedOf } from '../record/entryDeed'
import type { AnyObjectSchema } from 'yup'
import {
  deviceKeySchema,
  phoneKeySchema,
  fileSchema,
  holdStepSchema,
  readingsDescribed,
  speedSchema,
} from '../../../shared/leaktest/hold/holdForm'
import { kitItemSchema, rigCheckSchema } from '../../../shared/schemas/kit'
import { keptSightSchema } from '../../../shared/schemas/sight'
import { circuitSchema, kindSchema, renewSchema } from '../../../shared/schemas/circuit'
import { jobEditSchema, newJobSchema } from '../../../shared/schemas/job'
import { planSchema } from '../../../shared/schemas/safety'
import {
  shopTemperatureFileSchema,
  shopTemperatureSchema,
  shopTemperatureStrikeSchema,
} from '../../../shared/schemas/shopTemperature'
import { findSchema } from '../../../shared/record/kinds/find'
import { entryKind, entryKindKeys } from '../../../shared/record/kinds'
import { entrySchema, testDescriptors } from '../../../shared/leaktest/tests'
import { testKinds, type TankTestKind } from '../../../core/leaktest/testKinds'
import type { Deed } from '../ground/may'
import { closeSchema } from '../../../shared/schemas/handBack'
import { peopleRoutes } from './peopleRoutes'
import { practiceRoutes } from './practiceRoutes'
import { proveRoutes } from './proveRoutes'
import { repairRoutes } from './repairRoutes'

export interface RouteDescription {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  path: string
  summary: string
  who: Deed | 'anyone' | 'device'
  body?: AnyObjectSchema
  /** what a word of the path can be, with the body and the words of each */
  each?: {
    name: string
    values: { value: string; summary: string; body: AnyObjectSchema; others?: AnyObjectSchema[]; who?: Deed }[]
  }
}

const kinds = Object.keys(testDescriptors) as TankTestKind[]
const kindsOfTest = kinds.map(kind => ({
  value: kind,
  summary: `Begin a test: ${testKinds[kind].name.toLowerCase()}`,
  body: testDescriptors[kind].schema,
}))
const entriesOfTests = kinds.flatMap(kind =>
  Object.entries(testDescriptors[kind].entries).map(([value, { summary }]) => ({
    value,
    summary: `${testKinds[kind].name}: ${summary.toLowerCase()}`,
    body: entrySchema(kind, value)!,
  })),
)
/** Where kinds have an entry of the same name, either body. */
const entryWords = [...new Set(entriesOfTests.map(entry => entry.value))].map(value => {
  const its = entriesOfTests.filter(entry => entry.value === value)
  return {
    value,
    summary: its.map(entry => entry.summary).join('; '),
    body: its[0]!.body,
    others: its.slice(1).map(entry => entry.body),
  }
})

/** Every kind of entry of a job's record. */
const entriesOfJobs = entryKindKeys.map(value => {
  const { summary, schema } = entryKind(value)
  return { value, summary, body: schema as AnyObjectSchema, who: deedOf(value) }
})

/** Every route of the server, in words. Quantities are SI, times milliseconds since 1970. */
export const routes: readonly RouteDescription[] = [
  ...repairRoutes,
  ...proveRoutes,
  {
    method: 'get',
    path: '/health',
    summary: 'Whether the program answers, and whether the shop is still empty',
    who: 'anyone',
  },
  ...peopleRoutes,
  ...practiceRoutes,
  {
    method: 'get',
    path: '/jobs',
    summary:
      'A page of the Bay, each job with its standing derived: ?words= to find, ?closed=1 for those that left, ?after= the mark of the page before',
    who: 'read',
  },
  { method: 'post', path: '/jobs', summary: 'Open a job', who: 'work', body: newJobSchema },
  {
    method: 'get',
    path: '/jobs/{id}',
    summary: 'A job with all that has happened to it, or ?aspects= some of it',
    who: 'read',
  },
  {
    method: 'patch',
    path: '/jobs/{id}',
    summary: 'Change a job’s facts; 409 with the job as it is when somebody else did',
    who: 'work',
    body: jobEditSchema,
  },
  {
    method: 'put',
    path: '/jobs/{id}/kind',
    summary: 'The tank is of another kind; what fits is kept',
    who: 'work',
    body: kindSchema,
  },
  {
    method: 'post',
    path: '/jobs/{id}/renew',
    summary: 'Another tank is on, with the parts that were carried across',
    who: 'work',
    body: renewSchema,
  },
  {
    method: 'put',
    path: '/jobs/{id}/circuit',
    summary: 'Set the parts of the boundary in route order, with the lines and valves that they are tied to',
    who: 'work',
    body: circuitSchema,
  },
  {
    method: 'get',
    path: '/jobs/{id}/similar',
    summary: 'Past jobs on the same craft or kind of tank, with what they turned out to be',
    who: 'read',
  },
  {
    method: 'post',
    path: '/jobs/{id}/entries/{kind}',
    summary: 'Append an entry to a job’s record',
    who: 'work',
    each: { name: 'kind', values: entriesOfJobs },
  },
  {
    method: 'post',
    path: '/jobs/{id}/{word}',
    summary: 'Append an entry, at its address of before',
    who: 'work',
  },
  {
    method: 'post',
    path: '/runs/{id}/entries/{kind}',
    summary: 'Do something in a repair, at its address of before',
    who: 'work',
  },
  {
    method: 'post',
    path: '/jobs/{id}/photos',
    summary:
      'Keep a photograph: the picture itself as the body, ?id= a UUID, ?drawnOn= the photograph that it is with something drawn on it; place and camera data are left out',
    who: 'work',
  },
  { method: 'get', path: '/photos/{id}', summary: 'A photograph as JPEG; ?small=1 for the small one', who: 'read' },
  {
    method: 'post',
    path: '/jobs/{id}/tests/{kind}',
    summary: 'Begin a test of a kind',
    who: 'work',
    each: { name: 'kind', values: kindsOfTest },
  },
  {
    method: 'post',
    path: '/tests/{id}/entries/{entry}',
    summary: 'Record something done or seen in a running test',
    who: 'work',
    each: { name: 'entry', values: entryWords },
  },
  {
    method: 'post',
    path: '/tests/{id}/finds',
    summary: 'Record a leak between its hash marks, in a test that shows where',
    who: 'work',
    body: findSchema,
  },
  { method: 'post', path: '/tests/{id}/stop', summary: 'End a test', who: 'work' },
  {
    method: 'get',
    path: '/tests/{id}/look',
    summary: 'What is seen on the simulated tank: ?what= and ?at= the place',
    who: 'read',
  },
  { method: 'get', path: '/bench', summary: 'Tanks under test and those that want one', who: 'read' },
  {
    method: 'post',
    path: '/jobs/{id}/close',
    summary: 'Hand a tank back; with a reason it leaves the Bay as it is',
    who: 'work',
    body: closeSchema,
  },
  { method: 'post', path: '/jobs/{id}/reopen', summary: 'Bring a job back into the Bay', who: 'work' },
  {
    method: 'get',
    path: '/crafts',
    summary: 'Crafts that were here before, with their tanks: the latest eight, or those whose name has ?words=',
    who: 'read',
  },
  {
    method: 'put',
    path: '/jobs/{id}/plan',
    summary: 'Say where the work is done and what is planned',
    who: 'work',
    body: planSchema,
  },
  {
    method: 'get',
    path: '/jobs/{id}/gas',
    summary: 'What a gas meter shows at a point of the simulated tank: ?point=',
    who: 'read',
  },
  {
    method: 'get',
    path: '/jobs/{id}/trail',
    summary: 'What was done on a job, a page of it, latest first: ?before= an entry for what was before it',
    who: 'read',
  },
  { method: 'get', path: '/holds/{id}', summary: 'A hold with its marks and verdict', who: 'read' },
  { method: 'post', path: '/holds/{id}/step', summary: 'Start, settle or stop a hold', who: 'work', body: holdStepSchema },
  { method: 'get', path: '/holds/{id}/readings', summary: 'Readings after a time, in seconds: ?after=', who: 'read' },
  {
    method: 'post',
    path: '/holds/{id}/readings',
    summary: 'Take readings; one at a time that is there already is the same reading',
    who: 'work',
    body: readingsDescribed,
  },
  { method: 'post', path: '/holds/{id}/speed', summary: 'Let a stand-in’s time run faster', who: 'work', body: speedSchema },
  {
    method: 'post',
    path: '/holds/{id}/file',
    summary: 'Take a CSV file of readings, whole or not at all',
    who: 'work',
    body: fileSchema,
  },
  { method: 'get', path: '/holds/{id}/curve', summary: 'The curve thinned for the eye, every spike in it', who: 'read' },
  { method: 'get', path: '/holds/{id}/live', summary: 'The estimate as it stands, with where the pressure goes', who: 'read' },
  {
    method: 'post',
    path: '/holds/{id}/keys',
    summary: 'Make a key with which a logger may send readings into this hold; it is told once',
    who: 'devices',
    body: deviceKeySchema,
  },
  { method: 'delete', path: '/keys/{id}', summary: 'Revoke a logger’s key', who: 'devices' },
  {
    method: 'post',
    path: '/holds/{id}/phone',
    summary: 'Let this phone read a hold with its camera: a logger’s key, told once, that ends the one before',
    who: 'work',
    body: phoneKeySchema,
  },
  { method: 'get', path: '/holds/{id}/needle', summary: 'What the dial of a simulated tank shows now', who: 'read' },
  {
    method: 'post',
    path: '/feed',
    summary: 'Readings of a logger, newline-delimited JSON, its key as bearer token',
    who: 'device',
  },
  { method: 'get', path: '/kit', summary: 'The shop’s gauges, thermometers, barometers, rigs and pumps', who: 'read' },
  {
    method: 'post',
    path: '/kit',
    summary: 'Add a piece of kit, or change the one with its id',
    who: 'work',
    body: kitItemSchema,
  },
  {
    method: 'post',
    path: '/kit/{id}/sight',
    summary: 'Keep how a phone sees this gauge: its marks in the picture',
    who: 'work',
    body: keptSightSchema,
  },
  {
    method: 'post',
    path: '/kit/{id}/checks',
    summary: 'Keep the leak of a dead-ended rig from its readings',
    who: 'work',
    body: rigCheckSchema,
  },
  { method: 'get', path: '/temperatures', summary: 'What was last read off the shop’s thermometer', who: 'read' },
  {
    method: 'post',
    path: '/temperatures',
    summary: 'How warm it is in the shop, and how cold it was; cures and their bells move with it',
    who: 'work',
    body: shopTemperatureSchema,
  },
  {
    method: 'post',
    path: '/temperatures/file',
    summary: 'A logger’s file of the shop’s temperatures, whole or not at all',
    who: 'work',
    body: shopTemperatureFileSchema,
  },
  {
    method: 'post',
    path: '/temperatures/{id}/strike',
    summary: 'A temperature no longer counts, with the reason',
    who: 'work',
    body: shopTemperatureStrikeSchema,
  },
  { method: 'get', path: '/bells', summary: 'What hangs on the rope', who: 'read' },
  { method: 'post', path: '/bells/{id}/answer', summary: 'Somebody heard a bell', who: 'work' },
  { method: 'get', path: '/stream', summary: 'Server-sent events: a notice for each committed change', who: 'read' },
  { method: 'get', path: '/openapi', summary: 'This description', who: 'read' },
]
