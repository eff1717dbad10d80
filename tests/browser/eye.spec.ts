import { closedAsProposed, enter, expect, jobOf, readCautions, test } from '../support/test'

test('a torn seal is seen by eye, renewed, and held until it is sealed', async ({ page, context, demo }) => {
  test.setTimeout(300_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const header = page.locator('main header')
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(header.getByText('Sealed.', { exact: true })).toBeVisible()

  // Half a find outlives a reload and Escape, which closes the panel and nothing else.
  await page.keyboard.press('f')
  const panel = page.getByRole('dialog', { name: 'Seen by eye' })
  await panel.getByRole('button', { name: 'Torn', exact: true }).click()
  await page.keyboard.press('Escape')
  await expect(panel).toBeHidden()
  await expect(page).toHaveURL(new RegExp(`/jobs/${job.id}$`))
  await page.reload()
  await page
    .getByRole('button', { name: /^Seen by eye/ })
    .first()
    .click()
  await expect(panel.getByRole('button', { name: 'Torn', exact: true })).toHaveAttribute('aria-pressed', 'true')

  await panel.getByRole('button', { name: 'Record the leak' }).click()
  await expect(panel.getByText('Choose part.')).toBeVisible()
  await panel.getByRole('button', { name: 'Sender ring', exact: true }).click()
  await panel.getByRole('button', { name: 'Record the leak' }).click()
  await expect(panel).toBeHidden()
  await expect(page.getByText(/Leak \d, sender ring, is found\. Decide the repair\./)).toBeVisible()
  await expect(page.getByText(/^torn, seen by eye/)).toBeVisible()

  // It can be taken back without a reason for ten seconds, and is told again.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(header.getByText('Sealed.', { exact: true })).toBeVisible()
  await page.keyboard.press('f')
  await panel.getByRole('button', { name: 'Torn', exact: true }).click()
  await panel.getByRole('button', { name: 'Sender ring', exact: true }).click()
  await panel.getByRole('button', { name: 'Record the leak' }).click()
  await page
    .getByRole('link', { name: /How to mend it/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'It is mended already' }).click()
  await page
    .getByRole('dialog', { name: /Repair of leak/ })
    .getByRole('button', { name: 'Record the repair' })
    .click()
  await expect(page.getByText(/sender ring: ready to retest/)).toBeVisible()
  await expect(page.locator('[aria-current=step]')).toContainText('Prove')

  await page.getByRole('link', { name: /Retest: set up a hold/ }).click()
  await page.getByRole('button', { name: 'Stand-in tank' }).click()
  await closedAsProposed(page)
  await page.getByRole('button', { name: 'To the Bench' }).click()
  await readCautions(page)
  await page.getByRole('button', { name: 'Air is in, start' }).click()
  await page.getByRole('button', { name: '×600' }).click()
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible({ timeout: 150_000 })
  await expect(page.getByText(/95 % sure below 0\.(2|1|0)/)).toBeVisible({ timeout: 150_000 })
  await page.keyboard.press('s')
  await page.getByRole('button', { name: 'Stop it' }).click()
  await page.getByRole('link', { name: 'To the job' }).click()
  await expect(header.getByText('Sealed.', { exact: true })).toBeVisible()
  await expect(page.getByText(/sender ring: sealed/)).toBeVisible()
})

test('a hole under an old patch: it was this, on a part that is named, and the tank is renewed', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  await page.goto(`${demo.url}/jobs/${job.id}/narrow`)
  await page.getByRole('button', { name: /Show \d+ less likely/ }).click()
  const suspects = page.getByRole('list', { name: 'Suspects' })
  await suspects.getByRole('button', { name: /^Old patch, liner or sealant lifting/ }).click()
  await suspects.getByRole('button', { name: 'It was this' }).click()
  const panel = page.getByRole('dialog', { name: /^It was this: old patch/ })
  // Which of the parts that it can be on is asked, and none is guessed.
  await panel.getByRole('button', { name: 'Holes', exact: true }).click()
  await expect(panel.getByRole('group', { name: 'On which part' }).locator('[aria-pressed=true]')).toHaveCount(0)
  await expect(panel.getByRole('button', { name: 'Cap', exact: true })).toBeHidden()
  await panel.getByRole('button', { name: 'Skin', exact: true }).click()
  await panel.getByRole('button', { name: 'Record the leak' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Leak 1, skin: how to mend it' })).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}/narrow`)
  await expect(page.getByText('Found: leak 1, skin.')).toBeVisible()
  await expect(page.getByRole('region', { name: 'The next check' })).toBeHidden()

  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByRole('heading', { name: 'Beach tractor · saddle tank' })).toBeVisible()
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'The whole tank was renewed' }).click()
  const renew = page.getByRole('dialog', { name: 'The tank was renewed' })
  await expect(renew.getByRole('button', { name: 'Skin', exact: true })).toBeHidden()
  await renew.getByRole('button', { name: 'Cap', exact: true }).click()
  await renew.getByRole('button', { name: 'Sender ring', exact: true }).click()
  await renew.getByLabel('Which tank is on now').fill('new, from the maker')
  await renew.getByRole('button', { name: 'Another tank is on' }).click()
  await expect(page.getByText('0 of 13 parts have evidence that still stands.')).toBeVisible()
  await expect(page.getByText(/Leak 1, .*: sealed/)).toBeVisible()
  await expect(page.getByText('Cannot tell yet.', { exact: true })).toBeVisible()
  await expect(page.getByText('the tank was renewed: new, from the maker')).toBeVisible()
})

test('four checks that cannot be done leave the suspects as they were, and a test comes next', async ({
  page,
  context,
  demo,
}) => {
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Beach tractor, saddle tank')
  // What like jobs of the shop were moves the chances: they are read once that is known.
  const like = page.waitForResponse(answer => answer.url().endsWith('/similar'))
  await page.goto(`${demo.url}/jobs/${job.id}/narrow`)
  await like
  const first = page.getByRole('region', { name: 'The next check' })
  const suspects = page.getByRole('list', { name: 'Suspects' })
  await expect(first).toBeVisible()
  const before = await suspects.innerText()
  const asked = new Set<string>()
  for (let k = 0; k < 4; k++) {
    const name = (await first.getByRole('heading').textContent())!
    expect(asked).not.toContain(name)
    asked.add(name)
    if (k === 2) {
      await first.getByRole('button', { name: 'Done before' }).click()
      await first.getByRole('button', { name: 'Last week' }).click()
    } else await first.getByRole('button', { name: k === 3 ? 'It has none' : 'Cannot', exact: true }).click()
    await expect(page.getByText(`${name}:`)).toBeVisible()
  }
  await expect(page.getByText('done before, last week')).toBeVisible()
  expect(await suspects.innerText()).toBe(before)
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByText(/Nothing tested yet\./)).toBeVisible()

  // What a button promises is what the answer then makes of it.
  await page.goto(`${demo.url}/jobs/${job.id}/narrow`)
  const promise = first.getByRole('button', { name: /then / }).first()
  const [, cause, chance] = /then (.+), (\S+)\s%/.exec(await promise.innerText())!
  await promise.click()
  const likeliest = suspects.getByRole('listitem').first()
  await expect(likeliest).toContainText(chance!)
  await expect(likeliest).toContainText(new RegExp(cause!, 'i'))
})

test('a new wing tank is proved before its first fuel', async ({ page, context, demo }, info) => {
  await enter(context, demo)
  await page.goto(`${demo.url}/jobs/new`)
  await page.getByRole('button', { name: 'New or closed tank, before fuel' }).click()
  await expect(page.getByText('What was seen or smelled')).toBeHidden()
  await page.getByRole('radio', { name: /Riveted wing bay/ }).click()
  await page.getByLabel('Craft', { exact: true }).fill('Flying boat SK-12')
  // Enter goes on to the next field and opens nothing half filled.
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Tank', { exact: true })).toBeFocused()
  await page.getByLabel('Tank', { exact: true }).fill('left wing tank')
  await page.getByText('Age, fuel, capacity and limits').click()
  await page.getByLabel('Capacity').fill('12')
  await page.getByRole('button', { name: 'Open the job' }).click()
  await expect(page.getByText(/A new tank is proved before its first fuel\./)).toBeVisible()
  await page.keyboard.press('h')
  await page.getByRole('button', { name: 'A CSV file' }).click()
  await page.getByRole('button', { name: 'Still room' }).click()
  await page.getByRole('button', { name: 'Never wet, or dry for weeks' }).click()
  // A figure may carry its unit.
  await page.getByLabel('Target pressure').fill('0.5 psi')
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('Target pressure')).toHaveValue('3.44738')
  await page.getByLabel('Smallest step of the gauge').fill('0.001')
  await page.getByLabel('Its noise').fill('0.001')
  await closedAsProposed(page)
  await page.getByRole('button', { name: 'To the Bench' }).click()
  await expect(page).toHaveURL(/\/bench\//)
  const start = Date.now() - 9 * 3_600_000
  const lines = Array.from({ length: 8 * 12 + 1 }, (_, k) => {
    const [wobble, wave] = [Math.sin(k * 2.1), Math.cos(k * 1.3)]
    return [
      new Date(start + k * 300_000).toISOString(),
      (3.447 + 0.0008 * wobble).toFixed(4),
      (18 + 0.004 * wave).toFixed(3),
      (1012 + 0.01 * wobble).toFixed(2),
    ].join(',')
  })
  await page.locator('input[type=file]').setInputFiles({
    name: 'night.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['time,pressure_kPa,temperature_C,barometer_hPa', ...lines].join('\n')),
  })
  await page.getByRole('button', { name: 'Take these readings' }).click()
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible({ timeout: 30_000 })
  // Both files are given back.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Set-up (JSON)' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/^flying-boat-sk-12-left-wing-tank-hold-1\.setup\.json$/)
  await download.saveAs(info.outputPath('set-up.json'))
  await page.getByRole('link', { name: 'To the job' }).click()
  await expect(page.getByText('Sealed.', { exact: true })).toBeVisible()
  await expect(page.locator('[aria-current=step]')).toContainText('Prove')
})
