import { enter, expect, jobOf, test } from '../support/test'

test('sealed is half: watched in use, one left out, then wet, and the leak is placed', async ({ page, context, demo }) => {
  test.setTimeout(180_000)
  await enter(context, demo)
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByText(/0 of \d steps in use are done/)).toBeVisible()
  await page
    .getByRole('link', { name: /^Prove it in use/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: /Sealed\. \d steps until it is proved/ })).toBeVisible()

  // How long to watch follows from how it is looked at, and petrol never shows on a wiped place.
  await page.getByLabel(/Watched/).fill('25')
  await page.getByRole('button', { name: 'It was dry' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Say how it was looked at' })).toBeVisible()
  await page.getByRole('button', { name: /Wiped dry.*never shows it/ }).click()
  await page.getByRole('button', { name: 'It was dry' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'it never shows' })).toBeVisible()
  await page.getByRole('button', { name: /Blotting paper/ }).click()
  // A glance is no watch.
  await page.getByLabel(/Watched/).fill('5')
  await page.getByRole('button', { name: 'It was dry' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Dry counts after 20 min' })).toBeVisible()
  await page.getByLabel(/Watched/).fill('25')
  await page.getByRole('button', { name: 'It was dry' }).click()
  await expect(page.getByRole('heading', { name: 'Half full' })).toBeVisible()
  await expect(page.getByRole('button', { name: /A quarter of fuel/ })).toContainText('dry, 25 min, Finn')

  await page.getByRole('button', { name: 'Leave it out' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Say why it is left out' })).toBeVisible()
  await page.getByLabel(/why it is left out/).fill('the quarter showed all of it')
  await page.getByRole('button', { name: 'Leave it out' }).click()
  await expect(page.getByRole('heading', { name: 'Brim-full', exact: true })).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}/record`)
  await expect(page.getByText(/Half full: left out, Finn .*: the quarter showed all of it/)).toBeVisible()
  await expect(page.getByText('Brim-full: not done')).toBeVisible()

  await page.goto(`${demo.url}/jobs/${job.id}/prove`)
  await page.getByRole('button', { name: 'It is wet' }).click()
  // Where it comes from is asked at once; until it is said the tank leaks.
  await expect(page).toHaveURL(/seen=1/)
  await expect(page.getByRole('dialog')).toBeVisible()
  await page.goto(`${demo.url}/jobs/${job.id}`)
  await expect(page.getByText('It was seen wet in use, and nobody has said where.')).toBeVisible()
  await expect(page.getByRole('link', { name: /Record where/ })).toBeVisible()
})
