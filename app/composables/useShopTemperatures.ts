import type { ShopTemperatureView } from '#shared/views'

/** What was read off the shop's thermometer, the latest first, kept fresh. */
export function useShopTemperatures() {
  const { value: temperatures, error } = useRefreshed(
    () => callApi<ShopTemperatureView[]>('temperatures'),
    notice => notice.topics.includes('temperatures'),
  )
  const take = (read: ShopTemperatureView[]) => {
    temperatures.value = read
  }
  return { temperatures, error, take }
}
