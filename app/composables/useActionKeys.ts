interface ActionKey {
  key: string
  label: string
  run: () => void
  when?: () => boolean
}

const shown = ref<{ owner: symbol; title: string; keys: ActionKey[] }[]>([])

/** Every key that acts on what is on screen, for the help that `?` opens. */
export const useShownKeys = () => shown

/** A list, a menu or a panel that lies over the page; it is still there while the key that closes it is being told. */
const isSomethingOpen = () => document.querySelector('[role="listbox"], [role="menu"], [role="dialog"]') !== null

/** Binds keys for as long as the calling component lives, and lists them in the help. Keys do nothing while somebody types. */
export function useActionKeys(title: string, keys: ActionKey[]) {
  const owner = Symbol(title)
  defineShortcuts(
    Object.fromEntries(
      keys.map(({ key, run, when }) => [
        key,
        {
          usingInput: false,
          handler: () => {
            // What is open on top is closed by Escape, and only that.
            if (key === 'escape' && isSomethingOpen()) return
            if (when?.() ?? true) run()
          },
        },
      ]),
    ),
  )
  onMounted(() => {
    shown.value = [...shown.value, { owner, title, keys }]
  })
  onBeforeUnmount(() => {
    shown.value = shown.value.filter(each => each.owner !== owner)
  })
}
