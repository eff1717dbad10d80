<script setup lang="ts">
import { toDataURL } from 'qrcode'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'

/** How a phone joins a hold: it opens the square code, signed in, and reads what stands before it. */
const props = defineProps<{ hold: BenchHold; readings: readonly ReadingView[] }>()
const path = computed(() => `/bench/eye/${props.hold.id}`)
const address = computed(() => `${location.origin}${path.value}`)
const picture = ref('')
watchEffect(async () => {
  picture.value = await toDataURL(address.value, { margin: 1, width: 240, color: { dark: '#1c2023' } })
})
const phone = computed(() => props.hold.deviceKeys.findLast(key => key.revokedAt === null) ?? null)
const now = useClock()
const lastAt = ref<number | null>(null)
watch(
  () => props.readings.length,
  (count, before) => {
    if (before !== undefined && count > before) lastAt.value = Date.now()
  },
)
/** A phone that reads sends each few seconds. */
const SILENT = 20_000
const silent = computed(() => props.hold.clock && lastAt.value !== null && now.value - lastAt.value > SILENT)
/** Here another device finds nothing. */
const onlyHere = ['localhost', '127.0.0.1', '[::1]'].includes(location.hostname)
const open = ref(false)
const shown = computed(() => open.value || !phone.value)
</script>

<template>
  <section class="sheet" aria-labelledby="phone-title">
    <div class="flex flex-wrap items-baseline justify-between gap-2">
      <h2 id="phone-title">{{ phone ? `${phone.name} reads it` : 'Read it with a phone' }}</h2>
      <UButton v-if="phone" color="neutral" variant="link" class="min-h-11 px-0" :aria-expanded="open" @click="open = !open"
        >Another phone</UButton
      >
    </div>
    <p v-if="silent" class="time font-semibold">
      Nothing came for {{ durationText((now - (lastAt ?? now)) / 1000) }}: look whether the phone still stands and sees.
    </p>
    <div v-if="shown" class="mt-2 flex flex-wrap gap-4">
      <img :src="picture" alt="Square code of the phone’s page" width="176" height="176" class="rounded-md" />
      <div class="min-w-0 flex-1 basis-64 space-y-1.5">
        <p>
          Put a phone on a stand before the dial, straight in front and with nothing shining on the glass, and let it read this
          code. It has to be signed in, and may send readings into this hold, nothing else.
        </p>
        <p class="figure soft text-sm break-all">{{ address }}</p>
        <p v-if="onlyHere" class="time text-sm font-semibold">
          This screen uses an address that only this machine has. Open Zinc Bell by the shop’s address first, so that the code
          leads there.
        </p>
        <NuxtLink :to="path" class="inline-flex min-h-11 items-center font-semibold underline"
          >Read it with this phone</NuxtLink
        >
      </div>
    </div>
  </section>
</template>
