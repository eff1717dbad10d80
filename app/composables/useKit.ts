import type { KitFacts, KitKind } from '#shared/schemas/kit'
import type { KitItemView } from '#shared/views'

type KitOf<K extends KitKind> = KitItemView & { facts: Extract<KitFacts, { kind: K }> }

/** The shop's kit, kept fresh. */
export function useKit() {
  const now = useClock()
  const {
    value: kit,
    error,
    refresh,
  } = useRefreshed(
    () => callApi<KitItemView[]>('kit'),
    notice => notice.topics.includes('kit'),
  )
  const of = <K extends KitKind>(kind: K) =>
    (kit.value ?? []).filter((item): item is KitOf<K> => item.facts.kind === kind && !item.retired)
  const overdue = (item: KitItemView) => item.calibrationDue !== null && item.calibrationDue < now.value
  return {
    kit,
    error,
    refresh,
    of,
    overdue,
    take: (items: KitItemView[]) => {
      kit.value = items
    },
  }
}
