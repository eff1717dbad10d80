import { readFileSync } from 'node:fs'
import { withHouse } from './drawHouse'
import { execFileSync } from 'node:child_process'

/** Lints texts as if they stood in files, without asking for types. @returns the rules that each breaks */
function broken(planted: readonly (readonly [file: string, text: string])[]): string[][] {
  const script = `
    import { ESLint } from 'eslint'
    const typed = ['no-floating-promises', 'no-misused-promises', 'await-thenable']
    const eslint = new ESLint({
      overrideConfig: [{
        files: ['**/*.{ts,vue}'],
        languageOptions: { parserOptions: { projectService: false } },
        rules: Object.fromEntries(typed.map(name => ['@typescript-eslint/' + name, 'off'])),
      }],
    })
    const found = []
    for (const [filePath, text] of ${JSON.stringify(planted)}) {
      const [{ messages }] = await eslint.lintText(text, { filePath })
      found.push(messages.map(each => each.ruleId ?? each.message))
    }
    console.log(JSON.stringify(found))`
  return JSON.parse(execFileSync(process.execPath, ['--input-type=module', '-e', script], { encoding: 'utf8' })) as string[][]
}

const uses = (from: string) => `import { x } from '${from}'\nexport const y = x\n`
const says = (expression: string) => `export const y = () => ${expression}\n`

const refused: [promise: string, file: string, text: string][] = [
  ['core uses nothing of ours', 'core/hold/planted.ts', uses('../../shared/limits')],
  ['core is plain TypeScript', 'core/hold/planted.ts', uses('vue')],
  ['a folder of the core stands on what it is said to', 'core/gas/planted.ts', uses('../hold/holdSetup')],
  ['and does not get round it by another name', 'core/gas/planted.ts', uses('#core/hold/holdSetup')],
  ['nor while it runs', 'core/hold/planted.ts', says(`import('../ledger/ledger')`)],
  ['algebra is the ground', 'core/algebra/planted.ts', uses('../hold/holdSetup')],
  ['and not everybody stands on it', 'core/fuel/planted.ts', uses('../algebra/cholesky')],
  ['what measures stand-ins never meets them', 'core/hold/planted.ts', uses('../standin/standInTank')],
  ['core has no clock', 'core/hold/planted.ts', says('Date.now()')],
  ['in no form', 'core/hold/planted.ts', says('new Date()')],
  ['core has no randomness', 'core/hold/planted.ts', says('Math.random()')],
  ['in no form', 'core/hold/planted.ts', says('crypto.getRandomValues(new Uint8Array(4))')],
  ['core asks nothing around it', 'core/hold/planted.ts', says('process.env.HOME')],
  ['under no name', 'core/hold/planted.ts', says('globalThis.process')],
  ['shared knows neither Vue nor the database', 'shared/planted.ts', uses('drizzle-orm')],
  ['nor the server', 'shared/planted.ts', uses('../server/db/client')],
  ['nor while it runs', 'shared/planted.ts', says(`import('../server/db/client')`)],
  ['app never imports the server', 'app/composables/planted.ts', uses('../../server/db/client')],
  ['nor while it runs', 'app/composables/planted.ts', says(`import('../../server/db/client')`)],
  ['server never imports the app', 'server/services/planted.ts', uses('~/stores/session')],
  ['nor while it runs', 'server/services/planted.ts', says(`import('../../app/stores/session')`)],
]
const allowed: [file: string, text: string][] = [
  ['core/hold/planted.ts', uses('../gas/air')],
  ['core/hold/planted.ts', uses('../algebra/cholesky')],
  ['shared/planted.ts', uses('../core/gas/air')],
  ['app/composables/planted.ts', uses('#core/gas/air')],
  ['app/composables/planted.ts', says(`import('echarts')`)],
  ['server/services/planted.ts', uses('../../core/gas/air')],
]

test('what is said of who uses whom is held by lint', () => {
  const found = broken([...refused.map(([, file, text]) => [file, text] as const), ...allowed])
  const held = refused.map(([promise, file], k) => [promise, file, found[k]!.some(rule => rule.startsWith('no-restricted-'))])
  expect(held).toEqual(refused.map(([promise, file]) => [promise, file, true]))
  expect(found.slice(refused.length)).toEqual(allowed.map(() => []))
}, 60_000)

test('the drawing of the house is as the code has it; where this fails: npx tsx ops/drawHouse.ts', () => {
  const text = readFileSync('CONTRIBUTING.md', 'utf8')
  expect(withHouse(text)).toBe(text)
  expect(text).toContain('core_ledger --> core_record')
})
