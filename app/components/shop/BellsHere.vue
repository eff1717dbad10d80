<script setup lang="ts">
import type { PushView } from '#shared/views'

/** Bells on a device whose page is closed: asked for here, for this browser alone. */
const {
  value: push,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PushView>('me/push'),
  () => false,
)
const can = 'serviceWorker' in navigator && 'PushManager' in window && window.isSecureContext
const refused = ref('Notification' in window && Notification.permission === 'denied')
const { saving, problem, save } = useSave()
const unreached = ref(false)

/** This browser's address at its service; null when its maker's service cannot be reached, or nobody allowed it. */
async function subscribed(key: string): Promise<PushSubscription | null> {
  refused.value = (await Notification.requestPermission()) === 'denied'
  if (Notification.permission !== 'granted') return null
  try {
    await navigator.serviceWorker.register('/service-worker.js')
    const worker = await navigator.serviceWorker.ready
    // One made with another shop's key is of no use here.
    await (await worker.pushManager.getSubscription())?.unsubscribe()
    return await worker.pushManager.subscribe({ userVisibleOnly: true, applicationServerKey: key })
  } catch {
    unreached.value = true
    return null
  }
}
const on = () =>
  save(async () => {
    unreached.value = false
    const subscription = await subscribed(push.value!.key)
    if (!subscription) return
    const { endpoint, keys } = subscription.toJSON()
    push.value = await callApi<PushView>('me/push', 'PUT', { endpoint, key: keys!.p256dh, secret: keys!.auth })
  })
const off = () =>
  save(async () => {
    push.value = await callApi<PushView>('me/push', 'DELETE')
    const worker = await navigator.serviceWorker.getRegistration()
    await (await worker?.pushManager.getSubscription())?.unsubscribe()
  })
</script>

<template>
  <section class="sheet space-y-2 p-5" aria-labelledby="bells-here-title">
    <h2 id="bells-here-title">Bells on this device</h2>
    <p v-if="!can" class="soft">
      An open page rings. This browser cannot be rung while the page is closed: it wants an address that begins with https, and
      some phones want the program on the home screen first.
    </p>
    <template v-else-if="push">
      <p class="soft">
        {{
          push.on
            ? 'It rings while the page is closed and the device sleeps, until you sign out here.'
            : 'An open page rings. If you like, this device is also rung while the page is closed and it sleeps.'
        }}
        A bell’s words go sealed through the service of the browser’s maker; only this browser can read them. No network, no
        ring: the rope is what counts.
      </p>
      <p v-if="refused" role="alert" class="leaking font-semibold">
        Notifications are refused for this address. Allow them in the browser’s settings, then ask again.
      </p>
      <p v-else-if="unreached" role="alert" class="leaking font-semibold">
        The service of this browser’s maker cannot be reached from here. Try again with a network.
      </p>
      <UButton
        size="xl"
        color="neutral"
        :variant="push.on ? 'outline' : 'solid'"
        :loading="saving"
        @click="push.on ? off() : on()"
        >{{ push.on ? 'Ring it no more' : 'Ring this device while it sleeps' }}</UButton
      >
    </template>
    <p v-if="problem ?? error" role="alert" class="leaking font-semibold">{{ problem ?? error!.message }}</p>
    <UButton v-if="error" color="neutral" variant="outline" class="min-h-11" @click="refresh">Try again</UButton>
  </section>
</template>
