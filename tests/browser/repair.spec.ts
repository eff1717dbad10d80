import { randomUUID } from 'node:crypto'
import { cautions } from '../../core/fuel/makeSafe'
import { enter, expect, test } from '../support/test'
import { goOn, kept, workshop } from '../support/repairing'

test('a pinholed steel tank: what is there, decided, lined stage by stage, cured, looked at, retested', async ({
  page,
  context,
  empty,
}) => {
  test.setTimeout(240_000)
  await enterEmpty(context, empty)
  const { open, seen, pass, soapAllDry, look } = workshop(context, empty)
  const job = await open('small-steel')
  const leakId = await seen(job.id, 'Bottom seam')
  await page.goto(`${empty.url}/jobs/${job.id}/leaks/${leakId}`)

  // Five in 25 mm are a sieve: no liner, no patch.
  await page.getByRole('button', { name: /Say what is there/ }).click()
  const card = page.getByRole('dialog', { name: 'What is there' })
  await card.getByRole('button', { name: 'Pinholes', exact: true }).click()
  await card.getByRole('button', { name: 'In by the filler' }).click()
  await card.getByLabel('Pinholes counted').fill('5')
  await card.getByLabel('over a run of').fill('25')
  await expect(card.getByText('it is a sieve', { exact: false })).toBeVisible()
  await card.getByLabel('over a run of').fill('')
  await card.getByRole('button', { name: 'That is there' }).click()
  await expect(card.getByText('The run is missing.')).toBeVisible()
  await card.getByLabel('Pinholes counted').fill('2')
  await card.getByLabel('over a run of').fill('200')
  await card.getByRole('button', { name: 'That is there' }).click()
  await expect(card).toBeHidden()
  await expect(page.getByText('2 pinholes over 200', { exact: false })).toBeVisible()
  await expect(page.getByRole('button', { name: /Do this: line the tank inside/ })).toBeVisible()
  await page.getByText(/^Not here/).click()
  await expect(page.getByText('Weld it with parent plastic: only polyethylene of known type', { exact: false })).toBeVisible()

  await page.getByRole('button', { name: /Do this: line the tank inside/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Degrease until the rinse runs clear' })).toBeVisible()
  for (let k = 0; k < 2; k++) await page.getByRole('button', { name: /One more rinse/ }).click()
  await goOn(page, 'Degrease until the rinse runs clear', 'timed by the wall clock')
  await page.getByRole('button', { name: /top$/ }).click()
  await expect(page.getByText('Not ticked yet: bottom, left, right, front, back.')).toBeVisible()
  await goOn(page, 'Derust: wet every face in turn', 'filled to the brim instead')
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: /One more flush/ }).click()
  await goOn(page, 'Flush warm until it is neutral', 'timed by the wall clock')
  await pass(job.id, 1)
  await page.reload()
  await goOn(page, 'Dry it to the bone')
  await goOn(page, 'Close every opening and tie it in', 'welded shut but for the filler')
  await goOn(page, 'Lay everything out, then mix', 'all of it is')
  // What solvent and sealant call for is read before anything is in the cup.
  await page.getByRole('button', { name: 'All of this is done' }).click()
  await expect(page.getByRole('button', { name: 'All of this is done' })).toBeHidden()

  // Upside down, then right; the clock survives a reload.
  await page.getByLabel('Base in the cup').fill('45')
  await page.getByLabel('Hardener in the cup').fill('100')
  await page.getByLabel('How warm').fill('23')
  await expect(page.getByText('The parts are taken for each other', { exact: false })).toBeVisible()
  await page.getByLabel('Base in the cup').fill('100')
  await page.getByLabel('Hardener in the cup').fill('45')
  await expect(page.getByText(/Workable for \d+ min/)).toBeVisible()
  await page.getByRole('button', { name: 'The parts meet now' }).click()
  const clock = page.getByRole('timer', { name: /left to work it/ })
  await expect(clock).toBeVisible()
  await page.reload()
  await expect(clock).toBeVisible()
  await goOn(page, 'Weigh and mix to one colour', 'mixed by machine')
  await goOn(page, 'Pour it in')
  for (const face of ['top', 'bottom', 'left', 'right', 'front', 'back'])
    await page
      .getByRole('group', { name: 'Faces' })
      .getByRole('button', { name: new RegExp(`${face}$`) })
      .click()
  await goOn(page, 'Roll it through every face', 'timed by the wall clock')
  await goOn(page, 'Drain the excess', 'it runs no more')
  await page.getByRole('button', { name: 'leak 1, hole 1' }).click()
  await page.getByRole('button', { name: 'leak 1, hole 2' }).click()
  await goOn(page, 'A spoonful more over each known pinhole')
  await expect(page.getByText('It has not cured yet.')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'May see fuel' }).first()).toBeVisible()

  await pass(job.id, 200)
  await page.reload()
  await goOn(page, 'Leave it to cure')
  await goOn(page, 'Look inside before it is closed', 'seen with a mirror, no camera')
  await expect(page.getByRole('heading', { level: 1, name: 'All stages are done' })).toBeVisible()
  // What was plugged goes on again after the look, and is proved after that.
  await pass(job.id, 1)
  await soapAllDry(job.id)
  await page.goto(`${empty.url}/jobs/${job.id}`)
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible()
  await page.goto(`${empty.url}/jobs/${job.id}/record`)
  await expect(page.getByText('Derusted (filled to the brim instead)', { exact: false })).toBeVisible()
  expect((await look(job.id)).repairs).toHaveLength(1)
})

test('a weeping rivet: approved, wicked on trial, back, then opened and filleted', async ({ page, context, empty }) => {
  test.setTimeout(240_000)
  await enterEmpty(context, empty)
  const { open, seen, pass, post, soapAllDry } = workshop(context, empty)
  const job = await open('riveted-bay', { fuel: 'avgas' })
  const leakId = await seen(job.id, 'Rivet row A')
  const decide = `${empty.url}/jobs/${job.id}/leaks/${leakId}`
  await page.goto(decide)
  await page.getByRole('button', { name: /Say what is there/ }).click()
  await page.getByRole('button', { name: 'In by the plate' }).click()
  await page.getByRole('button', { name: 'That is there' }).click()
  await page.getByRole('button', { name: /Do this: wick sealant in/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Begin', exact: true }).click()
  await goOn(page, 'Degrease, wipe after wipe', 'wiped until white')
  await goOn(page, 'Dry it to the bone', 'a hot day')
  await goOn(page, 'Water column on, tank closed')
  // It flies: nothing is drawn in before approved data is granted.
  await expect(page.getByText('approved data is not granted yet', { exact: false })).toBeVisible()
  await page.goto(decide)
  await page.getByRole('listitem').filter({ hasText: 'Wick sealant in' }).getByRole('button', { name: 'Approved data' }).click()
  await page.getByRole('button', { name: 'Granted' }).click()
  await page.getByRole('button', { name: 'Record it' }).click()
  await expect(page.getByText('Type the reference', { exact: false })).toBeVisible()
  await page.getByLabel('Reference').fill('repair manual 57-20')
  await page.getByRole('button', { name: 'Record it' }).click()
  await page.getByRole('link', { name: 'Go on with the repair' }).click()
  await page.getByRole('button', { name: 'All of this is done' }).click()
  await page.getByLabel('Below the air outside').fill('3')
  await expect(page.getByText('draws it through the joint', { exact: false })).toBeVisible()
  await page.getByLabel('Below the air outside').fill('1.2')
  await kept(page, 'vacuum', () => page.getByRole('button', { name: 'Read so' }).click())
  await expect(page.getByText('Last read 1.2', { exact: false })).toBeVisible()
  await pass(job.id, 0.3)
  await page.reload()
  await goOn(page, 'Drops under slight vacuum')
  await page.getByLabel('How warm it is where it cures').fill('22')
  await goOn(page, 'Vent, wipe, leave it')
  await pass(job.id, 40)
  await page.reload()
  await goOn(page, 'Leave it to cure')

  // Tight on its first day is a trial, not sealed.
  await soapAllDry(job.id)
  await page.goto(`${empty.url}/jobs/${job.id}`)
  await expect(page.getByText('Rivet row A is tight so far, on trial.', { exact: false })).toBeVisible()
  await expect(page.getByText('Sealed.', { exact: true })).toBeHidden()
  await pass(job.id, 30)
  await page.reload()
  await expect(page.getByText('Rivet row A is cured and ready to retest.', { exact: false })).toBeVisible()
  await seen(job.id, 'Rivet row A', leakId)
  await page.reload()
  await expect(page.getByText(/Leak 1, .*is back after its repair/)).toBeVisible()

  await page.goto(decide)
  await expect(page.getByRole('button', { name: /Do this: open it and fillet/ })).toBeVisible()
  await expect(page.getByText('It was done here once and came back.', { exact: false })).toBeVisible()
  await post(`jobs/${job.id}/entries/approval`, {
    id: randomUUID(),
    method: 'fillet',
    step: 'granted',
    reference: 'repair manual 57-20',
    note: '',
  })
  await page.reload()
  await page.getByRole('button', { name: /Do this: open it and fillet/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Begin', exact: true }).click()
  for (const stage of ['Open it and look', 'Take off what was put there before']) await goOn(page, stage, 'no camera at hand')
  await goOn(page, 'Degrease, wipe after wipe', 'wiped until white')
  await goOn(page, 'Dry it to the bone', 'a hot day')
  await goOn(page, 'Lay everything out, then mix', 'all of it is')
  await page.getByLabel('Base in the cup').fill('20')
  await page.getByLabel('Hardener in the cup').fill('2')
  await page.getByLabel('How warm').fill('22')
  await page.getByRole('button', { name: 'The parts meet now' }).click()
  await goOn(page, 'Weigh and mix to one colour', 'a small cup')
  await goOn(page, 'Brush coat first', 'no camera at hand')
  await goOn(page, 'The bead over it, tooled')
  await pass(job.id, 80)
  await page.reload()
  await goOn(page, 'Leave it to cure')
  await goOn(page, 'Look inside before it is closed', 'seen with a mirror')
  await soapAllDry(job.id)
  await page.goto(`${empty.url}/jobs/${job.id}`)
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible()
})

test('a gnawed plastic tank is welded only after its vapour readings', async ({ page, context, empty }) => {
  test.setTimeout(180_000)
  await enterEmpty(context, empty)
  const { open, seen, pass, post } = workshop(context, empty)
  const job = await open('small-moulded')
  const wall = job.parts.find(part => part.family === 'wall')!.name
  const leakId = await seen(job.id, wall)
  await page.goto(`${empty.url}/jobs/${job.id}/leaks/${leakId}`)
  await page.getByRole('button', { name: /Say what is there/ }).click()
  const card = page.getByRole('dialog', { name: 'What is there' })
  await card.getByRole('button', { name: 'Something else' }).click()
  await card.getByRole('button', { name: 'Gnawed' }).click()
  await card.getByRole('button', { name: 'That is there' }).click()
  await page.getByRole('button', { name: /Do this: weld it with parent plastic/ }).click()
  const begin = page.getByRole('dialog').getByRole('button', { name: 'Begin', exact: true })
  await begin.click()
  await expect(page.getByRole('dialog').getByText(/An empty tank is the dangerous one|cautions/)).toBeVisible()
  await post(`jobs/${job.id}/entries/cautions`, {
    id: randomUUID(),
    cautions: cautions.map(each => each.key),
    act: 'heat or sparks',
  })
  const read = async () => {
    for (const point of ['Near an opening', 'Bottom', 'Far end'])
      await post(`jobs/${job.id}/entries/gas`, { id: randomUUID(), point, explosive: 0.02, oxygen: 0.209, cleaned: true })
  }
  await read()
  // The second round comes after a pause, and before the first is too old.
  await pass(job.id, 0.3)
  await read()
  await begin.click()
  await goOn(page, 'Identify the plastic')
  await goOn(page, 'Degrease, wipe after wipe', 'wiped until white')
  await goOn(page, 'A valley to the bottom of the damage', 'no camera at hand')
  await page.getByRole('button', { name: /One more pass/ }).click()
  await goOn(page, 'Fold parent plastic back, pass by pass', 'one pass filled it')
  await goOn(page, 'Smooth it cooler, cool in still air', 'cold to the hand')
  await page.goto(`${empty.url}/jobs/${job.id}`)
  await expect(page.getByText(/ready to retest/).first()).toBeVisible()
})

test('a honeycombed tank is renewed: checked, carried across, and all evidence begins anew', async ({
  page,
  context,
  empty,
}) => {
  test.setTimeout(180_000)
  await enterEmpty(context, empty)
  const { open, seen, pass, soapAllDry, look } = workshop(context, empty)
  const job = await open('small-steel')
  await soapAllDry(job.id)
  const leakId = await seen(job.id, 'Skin')
  await page.goto(`${empty.url}/jobs/${job.id}/leaks/${leakId}`)
  await page.getByRole('button', { name: /Say what is there/ }).click()
  const card = page.getByRole('dialog', { name: 'What is there' })
  await card.getByRole('button', { name: 'Sieve' }).click()
  await card.getByRole('button', { name: 'That is there' }).click()
  await expect(page.getByRole('button', { name: /Do this: renew the tank/ })).toBeVisible()
  await page.getByText(/^Not here/).click()
  await expect(page.getByText(/Patch it outside on bare metal: the wall is a sieve/)).toBeVisible()
  await page.getByRole('button', { name: /Do this: renew the tank/ }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'A new tank' })).toBeVisible()
  const row = (name: string, outcome: string) => page.getByRole('button', { name: `${name}: ${outcome}`, exact: true })
  await row('Ports against the old one: place, size, direction', 'Good').click()
  await expect(page.getByText('1 of 18 are good.', { exact: false })).toBeVisible()
  await page.getByLabel('Note: Float free, its ohms swept from end to end').fill('sticks at half')
  await row('Float free, its ohms swept from end to end', 'Not good').click()
  await expect(page.getByText('sticks at half', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'The new tank is in' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Sender ring' }).click()
  await dialog.getByLabel('Which tank is on now').fill('new, maker’s number 7')
  await dialog.getByRole('button', { name: 'Another tank is on' }).click()
  await expect(dialog).toBeHidden()
  await page.goto(`${empty.url}/jobs/${job.id}`)
  await expect(page.getByText('0 of 11 parts have evidence', { exact: false })).toBeVisible()
  await pass(job.id, 1)
  await soapAllDry(job.id)
  await page.reload()
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible()
  expect((await look(job.id)).newTank).toHaveLength(2)
})

test('what was tapped without a network is sent when it is back, and the shelf knows its tins', async ({
  page,
  context,
  demo,
}) => {
  test.setTimeout(180_000)
  await enter(context, demo)
  const { open, seen, post } = workshop(context, demo)
  const job = await open('small-steel')
  const leakId = await seen(job.id, 'Bottom seam')
  const runId = randomUUID()
  await post(`jobs/${job.id}/entries/run`, {
    id: runId,
    leakIds: [leakId],
    partIds: [],
    method: 'liner',
    material: 'epoxy-liner',
    sheetId: null,
    simulated: false,
    until: null,
    untilReason: '',
    notUsedUntil: '',
  })
  await page.goto(`${demo.url}/bench/repairs/${job.id}/${runId}`)
  const rinse = page.getByRole('button', { name: /One more rinse/ })
  // What is under a finger stays where it is while a tap is sent and answered.
  await expect(rinse).toBeVisible()
  const places = rinse.evaluate(async button => {
    const seen = new Set<number>()
    for (let frame = 0; frame < 60; frame++) {
      seen.add(Math.round(button.getBoundingClientRect().top))
      await new Promise(requestAnimationFrame)
    }
    return [...seen]
  })
  await kept(page, 'tick', () => rinse.click())
  await expect(page.getByText('1 rinse', { exact: false }).first()).toBeVisible()
  expect(await places).toHaveLength(1)
  await context.setOffline(true)
  await rinse.click()
  await rinse.click()
  await expect(page.getByText('2 entries wait here', { exact: false })).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/entr(y|ies) waits? here/)).toBeHidden({ timeout: 45_000 })
  await page.reload()
  await expect(page.getByText('3 rinses', { exact: false }).first()).toBeVisible()

  await page.goto(`${demo.url}/shelf/materials`)
  await expect(page.getByText('It expired 20 days ago.')).toBeVisible()
  await page.getByRole('button', { name: /Add a tin/ }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Batch is missing.')).toBeVisible()
  await page.getByRole('dialog').getByLabel('Batch', { exact: true }).fill('L-40')
  await page.getByLabel('As it came').fill('500')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('batch L-40', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: /Type a sheet/ }).click()
  await page.getByLabel('Name on the tin').fill('Blue liner')
  await page.getByLabel('May be tested after').fill('')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Cure until it may be tested is missing.')).toBeVisible()
})

async function enterEmpty(context: Parameters<typeof enter>[0], empty: Parameters<typeof enter>[1]) {
  const { OWNER_CODE } = await import('../support/shop')
  const answer = await context.request.post(`${empty.url}/api/owner`, {
    data: { code: OWNER_CODE, name: 'Oda Vint', login: 'oda', password: 'skerry-reach' },
  })
  expect(answer.ok()).toBe(true)
}
