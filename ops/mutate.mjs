import { installPackages } from './install.mjs'
import { bin, run, Trouble } from './steps.mjs'
import { mutatedFolders } from '../stryker.config.mjs'

/**
 * `./zinc mutate [FOLDER …]`: changes the code in one place after another and looks whether a test notices.
 * @param folders those to look at; all of `mutatedFolders` when none is named
 * @returns the exit code
 */
export async function mutate(folders) {
  const unknown = folders.find(folder => !mutatedFolders.some(known => folder === known || folder.startsWith(`${known}/`)))
  if (unknown) throw new Trouble(`Changes are made in ${mutatedFolders.join(', ')}. “${unknown}” is in none of them.`)
  await installPackages({ checks: true })
  const only =
    folders.length > 0
      ? [
          '--mutate',
          folders
            .map(
              folder =>
                `${folder}${folder.endsWith('.ts') ? '' : '/**/*.ts'},!${folder}/**/*.test.ts,!${folder}/**/*.fixture.ts`,
            )
            .join(','),
        ]
      : []
  const { code } = await run(bin('stryker'), ['run', 'stryker.config.mjs', ...only], {
    mayFail: true,
    stdio: ['ignore', 'inherit', 'inherit'],
  })
  return code ?? 1
}
