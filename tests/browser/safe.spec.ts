import { enter, expect, jobOf, test } from '../support/test'

test('heat is planned before the readings stand, and stopped', async ({ page, context, demo }) => {
  await enter(context, demo)
  const generator = await jobOf(context, demo, 'Sprayer generator')
  await page.goto(`${demo.url}/jobs/${generator.id}/safe`)
  await page.getByRole('button', { name: 'Heat or sparks' }).click()
  await expect(page.getByText('No heat and no sparks on this tank yet.', { exact: false })).toBeVisible()
  await expect(page.getByText('No heat gun, grinder, drill or lamp', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'All of this is done' }).click()
  await expect(page.getByText('Before you begin')).toBeHidden()
  await page.getByRole('button', { name: 'Indoors' }).click()
  await expect(page.getByText('Doors open at floor level', { exact: false })).toBeVisible()
  const percent = page.getByLabel('Of the lower limit'),
    keep = page.getByRole('button', { name: 'Keep the reading' })
  await percent.fill('140')
  await keep.click()
  await expect(page.getByText('A meter reads up to 100 % of the lower limit.', { exact: false }).first()).toBeVisible()
  await percent.fill('22')
  await expect(page.getByText('A meter reads up to 100 % of the lower limit.', { exact: false })).toHaveCount(0)
  await keep.click()
  await expect(page.getByText('Too much vapour: near an opening.', { exact: false }).first()).toBeVisible()
  for (const value of ['4', '5', '6']) {
    await percent.fill(value)
    await keep.click()
    await expect(percent).toHaveValue('')
  }
  await page.getByRole('button', { name: 'Near an opening' }).click()
  await percent.fill('3')
  await keep.click()
  await expect(page.getByText(/Read again at .*\d\d:\d\d/)).toBeVisible()
  await expect(page.getByText('No heat and no sparks on this tank yet.', { exact: false })).toBeVisible()
})

test('fuel and weight: a density either way, over capacity, what came out against the gauge', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const lark = await jobOf(context, demo, 'Workboat Brine Lark, belly tank')
  await page.goto(`${demo.url}/jobs/${lark.id}/safe`)
  // Diesel never airs out by itself; a boat's tank full of water is no light thing.
  await page.getByText('Ways to get the vapour out').click()
  await expect(page.getByText(/Leave it open for days: not here\. This fuel hardly evaporates/)).toBeVisible()
  await expect(page.getByText(/Fill it with water \(.*\sL, .*\skg\): to just below where you work/)).toBeVisible()
  await page.getByLabel('In it now').fill('100')
  await page.getByLabel('Tank, empty').fill('20')
  await page.getByLabel('Its density at 15 °C').fill('832')
  await expect(page.getByText('103 kg').first()).toBeVisible()
  await page.getByLabel('Its density at 15 °C').fill('0.832')
  await expect(page.getByText('103 kg').first()).toBeVisible()
  await page.getByLabel('Its density at 15 °C').fill('83')
  await expect(page.getByText('Type the density as 0.745 or as 745.', { exact: false })).toBeVisible()
  await page.getByLabel('Its density at 15 °C').fill('0.832')
  const keep = page.getByRole('button', { name: 'Keep with the job' })
  await keep.click()
  await expect(page.getByText(/Measured .*, Finn/)).toBeVisible()
  await expect(keep).toBeHidden()
  await page.getByLabel('In it now').fill('500')
  await expect(page.getByText('over the tank’s own capacity', { exact: false })).toBeVisible()
  await expect(keep).toBeDisabled()
  await page.getByRole('button', { name: 'Forget what I typed' }).click()
  await expect(page.getByLabel('In it now')).toHaveValue('100')
  await page.getByLabel('Came out').fill('63')
  await page.getByLabel('How it was drained').click()
  await page.getByRole('option', { name: 'Hand pump through the filler' }).click()
  await page.getByLabel('Gauge before').fill('50,0')
  // Of the half tank that the gauge showed, a hose through the filler leaves a tenth.
  await page.getByRole('button', { name: 'Keep what came out' }).click()
  await expect(page.getByText('the gauge showed 15 % too much', { exact: false })).toBeVisible()
  // What came out is no longer in it: 37 L of 832 kg/m3 and a tank of 20 kg are left to lift.
  await expect(page.getByLabel('In it now')).toHaveValue('37')
  await expect(page.getByText('50.8 kg')).toBeVisible()
  await page.goto(`${demo.url}/jobs/${lark.id}/strip`)
  await expect(page.getByText('About 51 kg as it is', { exact: false })).toBeVisible()
  // The first hold of a tank begins with the gas that the fuel leaves.
  const tractor = await jobOf(context, demo, 'Beach tractor, saddle tank')
  const kept = await context.request.post(`${demo.url}/api/jobs/${tractor.id}/entries/weighing`, {
    data: { id: crypto.randomUUID(), level: tractor.capacity / 4 },
  })
  expect(kept.ok()).toBe(true)
  await page.goto(`${demo.url}/jobs/${tractor.id}/hold`)
  await expect(page.getByLabel('Gas volume')).toHaveValue(String(Number((750 * tractor.capacity).toPrecision(6))))
  await expect(page.getByLabel('Fuel in the tank, share of full')).toHaveValue('25')
})

test('a boat’s tank is stripped with the network gone for a while, and rebuilt with one thing forgotten and caught', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const lark = await jobOf(context, demo, 'Workboat Brine Lark, belly tank')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${demo.url}/jobs/${lark.id}/strip`)
  await page.getByRole('button', { name: 'All of this is done' }).click()
  const rows = page.getByRole('region', { name: 'To come off' }).getByRole('listitem')
  const off = (name: string) => rows.filter({ hasText: name }).getByRole('button', { name: 'Off', exact: true })
  const picture = await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 200 } })
  await rows
    .filter({ hasText: 'Fill hose, tank end' })
    .locator('input[type=file]')
    .setInputFiles({ name: 'fill.png', mimeType: 'image/png', buffer: picture })
  const height = async () => (await rows.filter({ hasText: /^Fill hose, tank end/ }).boundingBox())!.height
  const before = await height()
  await off('Fill hose, tank end').click()
  await expect(page.getByText('Fill hose, tank end: off')).toBeVisible()
  // What is under a finger stays where it is: a line is as tall once it is off.
  expect(await height()).toBe(before)
  await expect(page.getByText(/entr(y|ies) waits? here/)).toBeHidden()
  // Below deck there is no network: two entries wait here, with a photograph, and arrive when it is back.
  await context.setOffline(true)
  await rows
    .filter({ hasText: 'Vent hose, tank end' })
    .locator('input[type=file]')
    .setInputFiles({ name: 'vent.png', mimeType: 'image/png', buffer: picture })
  await off('Vent hose, tank end').click()
  await off('Cradle bolt 1').click()
  await expect(page.getByText(/[23] entries wait here/)).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/entr(y|ies) waits? here/)).toBeHidden({ timeout: 30_000 })
  const all = await rows.filter({ has: page.getByRole('button', { name: 'Off', exact: true }) }).allInnerTexts()
  for (const text of all) {
    const name = text.split('\n')[0]!.split(' · ')[0]!.trim()
    if (name === 'Something else' || name.startsWith('Ground strap')) continue
    await off(name).click()
    await expect(page.getByText(`${name}: off`)).toBeVisible()
  }
  await expect(page.getByText(/entr(y|ies) waits? here/)).toBeHidden()
  await page.getByRole('button', { name: 'Going on' }).click()
  await expect(page.getByRole('region', { name: 'Never logged' })).toContainText('Ground strap of the tank')
  await page.getByRole('button', { name: 'Ground strap of the tank was off' }).click()
  await expect(page.getByRole('region', { name: 'Never logged' })).toBeHidden()
  await expect(page.getByRole('img', { name: 'Vent hose, tank end as it was' })).toBeVisible()
  // What matters is ringed on the photograph; the line shows it so from then on, and the first stays as it was.
  await page.getByRole('button', { name: 'Vent hose, tank end, before: large, and draw on it' }).click()
  const canvas = page.getByRole('dialog').locator('canvas').first()
  await expect(canvas).toBeVisible()
  const frame = (await canvas.boundingBox())!
  await page.mouse.move(frame.x + 40, frame.y + 40)
  await page.mouse.down()
  await page.mouse.move(frame.x + 120, frame.y + 100, { steps: 4 })
  await page.mouse.up()
  await page.getByRole('button', { name: 'Words', exact: true }).click()
  await page.getByLabel('Words to write').fill('arrow up')
  await page.mouse.click(frame.x + 60, frame.y + 140)
  await page.getByRole('button', { name: 'Keep the drawing' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  const { photos } = await jobOf(context, demo, 'Workboat Brine Lark, belly tank')
  const drawn = photos.find(photo => photo.drawnOn !== null)!
  expect(photos.some(photo => photo.id === drawn.drawnOn && photo.drawnOn === null)).toBe(true)
  await expect(page.getByRole('img', { name: 'Vent hose, tank end as it was' })).toHaveAttribute('src', new RegExp(drawn.id))
  const on = page.getByRole('region', { name: 'To go on' })
  const ticks = on.getByRole('button', { name: /^(?!Photograph).* is on$/ })
  const first = await ticks.first().getAttribute('aria-label')
  // What is on top goes on before the cradle bolts and the fill hose.
  expect(first).not.toContain('Cradle')
  expect(first).not.toContain('Fill hose')
  for (let left = await ticks.count(); left > 0; left--) {
    await ticks.first().click()
    await expect(ticks).toHaveCount(left - 1)
  }
  await expect(page.getByText('Everything that came off is on again.')).toBeVisible()
  await expect(page.getByText('parts have no evidence that stands', { exact: false })).toBeVisible()
})

test('a road tank: what will break is ordered first, and its step waits until it arrives', async ({ page, context, demo }) => {
  await enter(context, demo)
  const van = await jobOf(context, demo, 'Library van, main tank')
  await page.goto(`${demo.url}/jobs/${van.id}/strip`)
  await page.getByRole('button', { name: 'All of this is done' }).click()
  await page.getByRole('button', { name: 'List: Hose and clamps, return' }).click()
  await expect(page.getByText('Measure first: inside and outside diameter, length, fuel grade')).toBeVisible()
  const row = page
    .getByRole('region', { name: 'To come off' })
    .getByRole('listitem')
    .filter({ hasText: 'Return line, tank end' })
  await row.getByRole('button', { name: 'Off', exact: true }).click()
  await expect(page.getByText('Return line, tank end: off')).toBeVisible()
  await page.keyboard.press('x')
  await expect(page.getByText('Waits for: Hose and clamps, return')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Return line, tank end is on' })).toBeDisabled()
  const missed = page.getByRole('region', { name: 'Never logged' })
  await expect(missed).toContainText('Connector of the pump ring and seal')
  await page.getByRole('button', { name: 'This tank has no ground strap of the filler neck' }).click()
  await expect(missed).not.toContainText('Ground strap')

  // Everything else comes off but the second strap bolt, which is caught.
  await page.keyboard.press('x')
  const offs = page.getByRole('region', { name: 'To come off' }).getByRole('listitem')
  const names = (await offs.filter({ has: page.getByRole('button', { name: 'Off', exact: true }) }).allInnerTexts()).map(text =>
    text.split('\n')[0]!.split(' · ')[0]!.trim(),
  )
  // The valves away from the tank stay where they are, and nobody asks after their connectors.
  const stays = ['Something else', 'Strap bolt 2', 'Connector of the purge valve', 'Connector of the vent valve']
  for (const name of names.filter(each => !stays.includes(each))) {
    await offs.filter({ hasText: name }).getByRole('button', { name: 'Off', exact: true }).first().click()
    await expect(page.getByText(`${name}: off`)).toBeVisible()
  }
  await expect(page.getByText(/entr(y|ies) waits? here/)).toBeHidden()
  await page.keyboard.press('x')
  await expect(missed.getByRole('listitem')).toHaveText([/^Strap bolt 2/])
  await page.getByRole('button', { name: 'Strap bolt 2 was off' }).click()
  await expect(missed).toBeHidden()

  // The hose is measured, ordered, and here: its step is free.
  const wanted = page
    .getByRole('region', { name: 'Parts to get' })
    .getByRole('listitem')
    .filter({ hasText: 'Hose and clamps, return' })
  await wanted.getByLabel('Note on Hose and clamps, return').fill('8 by 13 mm, 400 mm')
  for (const step of ['Measured', 'Ordered', 'Arrived']) await wanted.getByRole('button', { name: step }).click()
  await expect(page.getByText('Waits for: Hose and clamps, return')).toBeHidden()
  const ticks = page.getByRole('region', { name: 'To go on' }).getByRole('button', { name: /^(?!Photograph).* is on$/ })
  for (let left = await ticks.count(); left > 0; left--) {
    await ticks.first().click()
    await expect(ticks).toHaveCount(left - 1)
  }
  await expect(page.getByText('Everything that came off is on again.')).toBeVisible()
  // The neck stands behind a check valve, which only a vacuum from the tank passes.
  const proof = page.getByRole('region', { name: 'Then prove it' })
  await expect(proof).toContainText('Vacuum hold, fed at the')
  await proof.getByRole('link', { name: 'Set up: Vacuum hold, fed at the' }).click()
  await expect(page.getByRole('button', { name: 'Vacuum' })).toHaveAttribute('aria-pressed', 'true')
  await page.goto(`${demo.url}/reckoner?of=thread`)
  await page.getByLabel('Outside diameter of the male thread').fill('20.8')
  await page.getByLabel('Pitch', { exact: true }).fill('14')
  await page.getByRole('button', { name: 'inch' }).click()
  await expect(page.getByText(/Looks like .*NPT 1\/2/).first()).toBeVisible()
  await page.getByLabel('Outside diameter of the male thread').fill('13,9')
  await page.getByLabel('Pitch', { exact: true }).fill('1,5')
  await page.getByRole('button', { name: 'mm', exact: true }).click()
  await expect(page.getByText(/M14 ?[×x] ?1\.5/).first()).toBeVisible()
})
