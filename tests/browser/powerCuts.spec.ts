import { chmodSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { powerCuts } from '../support/powerCuts'

test('power is cut while people write: all that was answered is there, once, with its line in the trail', async () => {
  const folder = mkdtempSync(
    join(process.getuid?.() === 0 && existsSync('/var/lib') ? '/var/lib' : tmpdir(), 'zinc-bell-cuts-'),
  )
  chmodSync(folder, 0o755)
  try {
    const { acknowledged, lost, doubled, torn, astray } = await powerCuts(folder, 2, Math.random)
    expect(acknowledged).toBeGreaterThan(14)
    expect({ lost, doubled, torn, astray }).toEqual({ lost: 0, doubled: 0, torn: 0, astray: [] })
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})
