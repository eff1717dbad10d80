import type { HeldRecords, MaterialsView, ShopFigures } from '#shared/views'

/** Sheets and tins of the Shelf, kept fresh. */
export function useMaterials() {
  const { value, error, refresh } = useRefreshed(
    () => callApi<MaterialsView>('materials'),
    notice => notice.topics.includes('materials'),
  )
  return {
    materials: value,
    error,
    refresh,
    take: (view: MaterialsView) => {
      value.value = view
    },
  }
}

/** What the shop brings to a decision: its figures, how its repairs held, its materials. */
export function useShopSide() {
  const { value: figures } = useRefreshed(
    () => callApi<ShopFigures>('figures'),
    notice => notice.topics.includes('figures'),
  )
  const { value: held } = useRefreshed(
    () => callApi<HeldRecords>('held'),
    () => false,
  )
  const { materials } = useMaterials()
  const side = computed(() =>
    figures.value && held.value && materials.value
      ? { figures: figures.value, held: held.value, materials: materials.value }
      : null,
  )
  return {
    side,
    setFigure: async (key: string, value: number) => {
      figures.value = await callApi<ShopFigures>('figures', 'PUT', { key, value })
    },
  }
}
