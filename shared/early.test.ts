import { earlyElement, takeEarly, withoutEarly } from './early'

test('what came with the page is taken once, and nothing in it ends its element', () => {
  const element = earlyElement({ 'me': '{"name":"</script><b>"}', 'jobs?': '{"rows":[]}' })
  expect(element.match(/</g)).toHaveLength(2)
  const text = () => /^<script[^>]*>(.*)<\/script>$/.exec(element)![1]
  expect(takeEarly('me', text)).toEqual({ name: '</script><b>' })
  expect(takeEarly('me', text)).toBeNull()
  expect(takeEarly('bells', text)).toBeNull()
  expect(takeEarly('jobs?', text)).toEqual({ rows: [] })
})

test('a page that is kept for later has nothing of one person in it', () => {
  const page = `<head>${earlyElement({ me: '{"name":"Finn"}' }).replace('<script', '<script nonce="x"')}</head><body><!--drawn--><p>Fire pump 3</p><!--/drawn--><div id="__nuxt"></div></body>`
  expect(withoutEarly(page)).toBe('<head></head><body><div id="__nuxt"></div></body>')
})
