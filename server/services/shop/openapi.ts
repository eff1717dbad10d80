import { convertSchema } from '@sodaru/yup-to-json-schema'
import type { AnyObjectSchema } from 'yup'
import { balloonSchema, girthSchema } from '../../../shared/schemas/balloon'
import { deviceKeySchema, fileSchema, holdSchema, holdStepSchema, markSchema, readingsSchema, speedSchema, volumeCheckSchema } from '../../../shared/schemas/hold'
import { kitItemSchema, rigCheckSchema } from '../../../shared/schemas/kit'
import { circuitSchema } from '../../../shared/schemas/circuit'
import { jobEditSchema, newJobSchema, strikeSchema } from '../../../shared/schemas/job'
import { cautionsSchema, drainedSchema, gasReadingSchema, hotWorkSchema, planSchema, weighingSchema } from '../../../shared/schemas/safety'
import { answerSchema, outcomeSchema, probeSchema, purchaseEditSchema, purchaseSchema, purchaseStepSchema } from '../../../shared/schemas/narrow'
import { smokeEventSchema, smokeSchema } from '../../../shared/schemas/smoke'
import { ownerSchema, personSchema, preferencesSchema, signInSchema } from '../../../shared/schemas/person'
import { repairSchema, touchSchema } from '../../../shared/schemas/repair'
import { refitSchema, stripSchema } from '../../../shared/schemas/strip'
import { findSchema, soapMarkSchema, soapSchema } from '../../../shared/schemas/soap'
import type { Deed } from './may'

interface RouteDescription { method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, summary: string, who: Deed | 'anyone' | 'device', body?: AnyObjectSchema }

/** Every route of the server, in words. Quantities are SI, times milliseconds since 1970. */
export const routes: readonly RouteDescription[] = [
  { method: 'get', path: '/health', summary: 'Whether the program answers, and whether the shop is still empty', who: 'anyone' },
  { method: 'post', path: '/session', summary: 'Sign in', who: 'anyone', body: signInSchema },
  { method: 'delete', path: '/session', summary: 'Sign out', who: 'read' },
  { method: 'post', path: '/owner', summary: 'Make the owner’s account in an empty shop, with the code from the terminal', who: 'anyone', body: ownerSchema },
  { method: 'get', path: '/me', summary: 'Who is signed in', who: 'read' },
  { method: 'patch', path: '/me', summary: 'Choose units and look', who: 'read', body: preferencesSchema },
  { method: 'get', path: '/people', summary: 'Everybody', who: 'read' },
  { method: 'post', path: '/people', summary: 'Add a person', who: 'people', body: personSchema },
  { method: 'get', path: '/jobs', summary: 'The Bay: every job with its standing derived', who: 'read' },
  { method: 'post', path: '/jobs', summary: 'Open a job', who: 'work', body: newJobSchema },
  { method: 'get', path: '/jobs/{id}', summary: 'A job with all that has happened to it', who: 'read' },
  { method: 'patch', path: '/jobs/{id}', summary: 'Change a job’s facts; 409 with the job as it is when somebody else did', who: 'work', body: jobEditSchema },
  { method: 'put', path: '/jobs/{id}/circuit', summary: 'Set the parts of the boundary in route order, with the lines and valves that they are tied to', who: 'work', body: circuitSchema },
  { method: 'get', path: '/jobs/{id}/similar', summary: 'Past jobs on the same craft or kind of tank, with what they turned out to be', who: 'read' },
  { method: 'post', path: '/jobs/{id}/answers', summary: 'Answer a check; 409 with the job as it is when somebody answered it otherwise meanwhile', who: 'work', body: answerSchema },
  { method: 'post', path: '/jobs/{id}/probes', summary: 'Record a set-up that was tried while halving, and whether it leaked', who: 'work', body: probeSchema },
  { method: 'post', path: '/jobs/{id}/outcomes', summary: 'Say what it turned out to be', who: 'work', body: outcomeSchema },
  { method: 'post', path: '/jobs/{id}/purchases', summary: 'List something to get', who: 'work', body: purchaseSchema },
  { method: 'patch', path: '/purchases/{id}', summary: 'Say anew why it is wanted and how long it takes to come', who: 'work', body: purchaseEditSchema },
  { method: 'post', path: '/purchases/{id}/steps', summary: 'Measured, ordered, arrived or returned', who: 'work', body: purchaseStepSchema },
  { method: 'post', path: '/jobs/{id}/photos', summary: 'Keep a photograph: the picture itself as the body, ?id= a UUID, ?drawnOn= the photograph that it is with something drawn on it; place and camera data are left out', who: 'work' },
  { method: 'get', path: '/photos/{id}', summary: 'A photograph as JPEG; ?small=1 for the small one', who: 'read' },
  { method: 'post', path: '/jobs/{id}/strips', summary: 'Something came off', who: 'work', body: stripSchema },
  { method: 'post', path: '/strips/{id}/refit', summary: 'It is on again; 409 when somebody ticked it or a part for it has not arrived', who: 'work', body: refitSchema },
  { method: 'post', path: '/jobs/{id}/smokes', summary: 'Put smoke on', who: 'work', body: smokeSchema },
  { method: 'post', path: '/smokes/{id}/events', summary: 'A valve switched, a far end looked at, the tube read, a part looked at', who: 'work', body: smokeEventSchema },
  { method: 'post', path: '/smokes/{id}/finds', summary: 'Record a leak seen in smoke between its hash marks', who: 'work', body: findSchema },
  { method: 'post', path: '/smokes/{id}/stop', summary: 'Take smoke off', who: 'work' },
  { method: 'get', path: '/smokes/{id}/look', summary: 'What is seen on the simulated circuit: ?what=tube, sensor, part or end, ?at= the part or far end', who: 'read' },
  { method: 'get', path: '/crafts', summary: 'Crafts that were here before, with their tanks', who: 'read' },
  { method: 'post', path: '/jobs/{id}/cautions', summary: 'Record that this person read cautions, for the plan and for what is about to be done', who: 'work', body: cautionsSchema },
  { method: 'put', path: '/jobs/{id}/plan', summary: 'Say where the work is done and what is planned', who: 'work', body: planSchema },
  { method: 'post', path: '/jobs/{id}/gas', summary: 'A gas meter’s reading at one point', who: 'work', body: gasReadingSchema },
  { method: 'get', path: '/jobs/{id}/gas', summary: 'What a gas meter shows at a point of the simulated tank: ?point=', who: 'read' },
  { method: 'post', path: '/jobs/{id}/drained', summary: 'Fuel that came out', who: 'work', body: drainedSchema },
  { method: 'post', path: '/jobs/{id}/weighings', summary: 'What was measured to weigh the tank up', who: 'work', body: weighingSchema },
  { method: 'post', path: '/jobs/{id}/hot-work', summary: 'Hot work by a licensed shop under its certificate', who: 'work', body: hotWorkSchema },
  { method: 'post', path: '/jobs/{id}/strikes', summary: 'Strike out an entry with a reason', who: 'work', body: strikeSchema },
  { method: 'get', path: '/jobs/{id}/trail', summary: 'What was done on a job, latest first', who: 'read' },
  { method: 'post', path: '/jobs/{id}/holds', summary: 'Set up a hold', who: 'work', body: holdSchema },
  { method: 'post', path: '/jobs/{id}/soaps', summary: 'Start a soap walk', who: 'work', body: soapSchema },
  { method: 'post', path: '/jobs/{id}/repairs', summary: 'Record a repair and start its cure', who: 'work', body: repairSchema },
  { method: 'post', path: '/jobs/{id}/touches', summary: 'Record that parts were disturbed', who: 'work', body: touchSchema },
  { method: 'get', path: '/holds/{id}', summary: 'A hold with its marks and verdict', who: 'read' },
  { method: 'post', path: '/holds/{id}/step', summary: 'Start, settle or stop a hold', who: 'work', body: holdStepSchema },
  { method: 'get', path: '/holds/{id}/readings', summary: 'Readings after a time, in seconds: ?after=', who: 'read' },
  { method: 'post', path: '/holds/{id}/readings', summary: 'Take readings; one at a time that is there already is the same reading', who: 'work', body: readingsSchema },
  { method: 'post', path: '/holds/{id}/marks', summary: 'Mark a knock, a top-up or a push of air now', who: 'work', body: markSchema },
  { method: 'post', path: '/holds/{id}/speed', summary: 'Let a stand-in’s time run faster', who: 'work', body: speedSchema },
  { method: 'post', path: '/holds/{id}/file', summary: 'Take a CSV file of readings, whole or not at all', who: 'work', body: fileSchema },
  { method: 'get', path: '/holds/{id}/curve', summary: 'The curve thinned for the eye, every spike in it', who: 'read' },
  { method: 'get', path: '/holds/{id}/live', summary: 'The estimate as it stands, with where the pressure goes', who: 'read' },
  { method: 'post', path: '/holds/{id}/volume', summary: 'Keep a volume check, and use it or not', who: 'work', body: volumeCheckSchema },
  { method: 'post', path: '/holds/{id}/keys', summary: 'Make a key with which a logger may send readings into this hold; it is told once', who: 'devices', body: deviceKeySchema },
  { method: 'delete', path: '/keys/{id}', summary: 'Revoke a logger’s key', who: 'devices' },
  { method: 'post', path: '/feed', summary: 'Readings of a logger, newline-delimited JSON, its key as bearer token', who: 'device' },
  { method: 'post', path: '/jobs/{id}/balloons', summary: 'Tie a balloon over an opening', who: 'work', body: balloonSchema },
  { method: 'post', path: '/balloons/{id}/girths', summary: 'Type a girth now', who: 'work', body: girthSchema },
  { method: 'post', path: '/balloons/{id}/stop', summary: 'Take a balloon off', who: 'work' },
  { method: 'get', path: '/kit', summary: 'The shop’s gauges, thermometers, barometers, rigs and pumps', who: 'read' },
  { method: 'post', path: '/kit', summary: 'Add a piece of kit, or change the one with its id', who: 'work', body: kitItemSchema },
  { method: 'post', path: '/kit/{id}/checks', summary: 'Keep the leak of a dead-ended rig from its readings', who: 'work', body: rigCheckSchema },
  { method: 'post', path: '/soaps/{id}/marks', summary: 'Mark a part of the route', who: 'work', body: soapMarkSchema },
  { method: 'post', path: '/soaps/{id}/finds', summary: 'Record a leak between its hash marks', who: 'work', body: findSchema },
  { method: 'post', path: '/soaps/{id}/stop', summary: 'End a soap walk', who: 'work' },
  { method: 'get', path: '/soaps/{id}/look/{partId}', summary: 'What soap shows at a part of the simulated tank', who: 'read' },
  { method: 'get', path: '/bells', summary: 'What hangs on the rope', who: 'read' },
  { method: 'post', path: '/bells/{id}/answer', summary: 'Somebody heard a bell', who: 'work' },
  { method: 'get', path: '/stream', summary: 'Server-sent events: a notice for each committed change', who: 'read' },
  { method: 'get', path: '/openapi', summary: 'This description', who: 'read' },
]

const whoWords = { anyone: 'Without sign-in.', read: 'Everybody signed in.', work: 'Owner and technicians.', people: 'The owner.', devices: 'The owner.', device: 'A logger with its key.' }

/** The routes as an OpenAPI 3.1 document; bodies come from the schemas that check them. */
export function openApiDocument() {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const { method, path, summary, who, body } of routes) {
    const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({ name, in: 'path', required: true, schema: { type: 'string', format: 'uuid' } }))
    paths[`/api${path}`] = {
      ...paths[`/api${path}`],
      [method]: {
        summary, description: whoWords[who],
        ...(parameters.length > 0 && { parameters }),
        ...(body && { requestBody: { required: true, content: { 'application/json': { schema: convertSchema(body) } } } }),
        ...(who === 'anyone' && { security: [] }),
        ...(who === 'device' && { security: [{ logger: [] }] }),
        responses: {
          200: { description: 'Done' },
          ...(body && { 422: { description: 'A field is wrong; `data.fields` says which and how to mend it' } }),
          ...(who !== 'anyone' && { 401: { description: 'Not signed in' } }),
        },
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Zinc Bell', version: '1', description: 'Quantities are SI and times milliseconds since 1970. Entries carry an id made by the caller, so that a repeated submit is one entry.' },
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'zinc-bell' }, logger: { type: 'http', scheme: 'bearer' } } },
    security: [{ session: [] }],
    paths,
  }
}
