import type { Page } from '@playwright/test'
import { enter, expect, jobOf, startTypedHold, test } from '../support/test'

const PASSWORD = 'skerry-reach'

/** Signs in by the form. */
async function signIn(page: Page, url: string, login: string, password = PASSWORD) {
  await page.goto(`${url}/sign-in`)
  await page.getByLabel('Sign-in name').fill(login)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
}

async function setPin(page: Page, url: string, pin: string) {
  await page.goto(`${url}/me`)
  await page.getByLabel('Your password').fill(PASSWORD)
  await page.getByLabel('PIN', { exact: true }).fill(pin)
  await page.getByRole('button', { name: 'Set the PIN' }).click()
  await expect(page.getByRole('button', { name: 'Set another PIN' })).toBeVisible()
}

test('a shared tablet: two taps and a PIN switch the person; what one typed the other neither sees nor sends', async ({
  page,
  context,
  demo,
}) => {
  await signIn(page, demo.url, 'finn')
  await setPin(page, demo.url, '4711')
  const job = await jobOf(context, demo, 'Fire pump 3, fuel tank')
  const holdId = await startTypedHold(context, demo, job.id)
  // Without a network: a reading waits on the tablet, and a form is half filled in.
  await page.goto(`${demo.url}/jobs/new`)
  await page.getByLabel('Craft', { exact: true }).fill('Slipway winch of Finn')
  await page.goto(`${demo.url}/bench/${holdId}`)
  await page.route('**/api/holds/*/readings', route => route.abort())
  await page.getByLabel('Pressure').fill('5.9')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/1 reading waits/)).toBeVisible()
  // Oda takes the tablet up with her password; Finn stays signed in at it.
  await page.getByRole('button', { name: /Finn/ }).click()
  await page.getByRole('button', { name: 'Put the tablet down' }).click()
  await expect(page).toHaveURL(/sign-in/)
  const sent: string[] = []
  page.on('request', call => {
    if (call.method() === 'POST' && /readings$/.test(call.url())) sent.push(call.url())
  })
  await page.unroute('**/api/holds/*/readings')
  await signIn(page, demo.url, 'oda')
  await setPin(page, demo.url, '2580')
  await page.goto(`${demo.url}/jobs/new`)
  await expect(page.getByLabel('Craft', { exact: true })).toHaveValue('')
  await page.goto(`${demo.url}/bench/${holdId}`)
  await expect(page.getByText(/reading waits/)).toHaveCount(0)
  expect(sent).toEqual([])
  expect((await demo.query(`select 1 from reading where hold_id = '${holdId}'`)).rowCount).toBe(0)
  // Back to Finn: a tap on the person, a tap on the name, the PIN.
  await page.getByRole('button', { name: /Oda/ }).click()
  await page.getByRole('button', { name: /Finn/ }).click()
  const pad = page.getByLabel('PIN of Finn', { exact: false })
  await pad.fill('9999')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText(/not the PIN of Finn/)).toBeVisible()
  const figures = page.locator('form').filter({ has: pad })
  for (const figure of ['4', '7', '1', '1']) await figures.getByRole('button', { name: figure, exact: true }).click()
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('button', { name: /Finn/ })).toBeVisible()
  await expect.poll(() => sent.length).toBeGreaterThan(0)
  await expect
    .poll(
      async () =>
        (await demo.query(`select p.login from reading r join person p on p.id = r.person_id where hold_id = '${holdId}'`))
          .rows,
    )
    .toContainEqual({ login: 'finn' })
  await page.goto(`${demo.url}/jobs/new`)
  await expect(page.getByLabel('Craft', { exact: true })).toHaveValue('Slipway winch of Finn')
})

test('a page that was somebody else’s sends nothing in the name of who is signed in now', async ({ page, context, demo }) => {
  await enter(context, demo, 'finn')
  await page.goto(`${demo.url}/people`)
  const finn = await (await context.request.get(`${demo.url}/api/me`)).json()
  await enter(context, demo, 'oda')
  const answer = await context.request.patch(`${demo.url}/api/me`, {
    headers: { 'x-zinc-person': finn.id },
    data: finn.preferences,
  })
  expect(answer.status()).toBe(401)
  expect((await answer.json()).data.message).toContain('Somebody else is signed in')
})

test('a stolen cookie and an open page end with a new password; so does whoever is taken off', async ({ browser, demo }) => {
  const [own, stolen, owner] = await Promise.all([browser.newContext(), browser.newContext(), browser.newContext()])
  const page = await own.newPage()
  await signIn(page, demo.url, 'finn')
  await stolen.addCookies(await own.cookies())
  const thief = await stolen.newPage()
  await thief.goto(`${demo.url}/bench`)
  await expect(thief.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
  // The thief's cookie is the same session: it ends when its bearer signs out.
  await page.getByRole('button', { name: /Finn/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  expect((await stolen.request.get(`${demo.url}/api/jobs`)).status()).toBe(401)
  await expect(thief.getByRole('dialog', { name: 'Sign in again' })).toBeVisible()
  // A code from the owner sets a new password; a stream that is open ends.
  await signIn(page, demo.url, 'finn')
  const stream = own.request.get(`${demo.url}/api/stream`, { timeout: 30_000 })
  await enter(owner, demo, 'oda')
  const desk = await owner.newPage()
  await desk.goto(`${demo.url}/people`)
  await desk.getByRole('button', { name: 'Change Finn' }).click()
  await desk.getByRole('button', { name: 'Code for a new password' }).click()
  const code = await desk.locator('[role=status] b').innerText()
  const phone = await (await browser.newContext()).newPage()
  await phone.goto(`${demo.url}/sign-in`)
  await phone.getByRole('button', { name: 'I have a code' }).click()
  await phone.getByLabel('Sign-in name').fill('finn')
  await phone.getByLabel('Code').fill(code)
  await phone.getByLabel('New password').fill('password1234')
  await phone.getByRole('button', { name: 'Set the password and sign in' }).click()
  await expect(phone.getByText('tried first').first()).toBeVisible()
  await phone.getByLabel('New password').fill('lamp over the lathe')
  await phone.getByRole('button', { name: 'Set the password and sign in' }).click()
  await expect(phone.getByRole('navigation', { name: 'Rooms' })).toBeVisible()
  expect((await stream).ok()).toBe(true)
  expect((await own.request.get(`${demo.url}/api/jobs`)).status()).toBe(401)
  // Taken off: out at once, and what was done still says who.
  await desk.getByRole('button', { name: 'Take off' }).click()
  await desk.getByRole('button', { name: /^Take Finn/ }).click()
  await expect(desk.getByRole('heading', { name: 'Taken off' })).toBeVisible()
  await expect(phone.getByRole('dialog', { name: 'Sign in again' })).toBeVisible()
  const job = await jobOf(owner, demo, 'Workboat Brine Lark, belly tank')
  await desk.goto(`${demo.url}/jobs/${job.id}`)
  await expect(desk.getByText(/Finn/).first()).toBeVisible()
})
