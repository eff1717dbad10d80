<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
/** Rail at the left (below on a phone), the page, and the rope at the right (a bar above where there is no room). */
const route = useRoute()
const session = useSession()
const changes = useChanges()
const rope = useRope()
const queue = useReadingQueue()
const entries = useEntryQueue()
const now = useClock()
const settings = ref(false)
const keys = ref(false)

const { job: jobHere } = useJobHere()
/** A job of Practice is in that room, whichever of its screens is open. */
const practises = computed(() => jobHere.value?.reality === 'practice')
const rooms = [
  {
    to: '/',
    name: 'Bay',
    icon: 'i-lucide-warehouse',
    here: (path: string) => !practises.value && (path === '/' || path.startsWith('/jobs') || path.startsWith('/past')),
  },
  {
    to: '/bench',
    name: 'Bench',
    icon: 'i-lucide-gauge',
    here: (path: string) => !practises.value && path.startsWith('/bench'),
  },
  { to: '/reckoner', name: 'Reckoner', icon: 'i-lucide-calculator', here: (path: string) => path.startsWith('/reckoner') },
  { to: '/shelf', name: 'Shelf', icon: 'i-lucide-library', here: (path: string) => path.startsWith('/shelf') },
  {
    to: '/practice',
    name: 'Practice',
    icon: 'i-lucide-graduation-cap',
    here: (path: string) => practises.value || path.startsWith('/practice'),
  },
]
changes.open()
changes.on(notice => {
  if (notice === null || notice.topics.includes('bells')) void rope.load()
})
void rope.load()
void queue.restore()
void entries.restore()
useKeptForLater()

useHead({ title: computed(() => (rope.ringing.length ? `Ringing: ${rope.ringing[0]!.title}` : 'Zinc Bell')) })
useActionKeys('Everywhere', [
  {
    key: '?',
    label: 'Show the keys',
    run: () => {
      keys.value = true
    },
  },
  { key: 'g-b', label: 'Go to the Bay', run: () => void navigateTo('/') },
  { key: 'g-h', label: 'Go to the Bench', run: () => void navigateTo('/bench') },
  { key: 'g-r', label: 'Go to the Reckoner', run: () => void navigateTo('/reckoner') },
  { key: 'g-s', label: 'Go to the Shelf', run: () => void navigateTo('/shelf') },
  { key: 'g-p', label: 'Go to Practice', run: () => void navigateTo('/practice') },
  { key: 'g-l', label: 'Look back', run: () => void navigateTo('/past') },
  {
    key: 'u',
    label: 'Units and look',
    run: () => {
      settings.value = true
    },
  },
])
/** What waits on this device, in words; readings first. */
const waiting = computed(() => {
  const others = entries.waiting.length
  const parts = [
    queue.waiting > 0 ? `${queue.waiting} ${queue.waiting === 1 ? 'reading waits' : 'readings wait'}` : '',
    others > 0 ? `${others} ${others === 1 ? 'entry waits' : 'entries wait'}` : '',
  ].filter(Boolean)
  return parts.length > 0 ? `${parts.join(' and ')} here and will be sent in order.` : ''
})
// What is answered at once is not told: a line that comes and goes with each tap moves the page under the finger.
const waitsLong = refDebounced(
  computed(() => waiting.value !== ''),
  1500,
)
const offline = computed(() => !changes.connected || (waitsLong.value && waiting.value !== ''))
const old = computed(() => {
  if (changes.connected) return ''
  return changes.keptAt === null
    ? 'What you see may be old; it goes on by itself.'
    : `What you see is from ${clockText(changes.keptAt, now.value)}; it goes on by itself.`
})
</script>

<template>
  <div class="frame min-h-dvh">
    <a href="#page" class="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-(--sheet) focus:p-3">Go to the page</a>
    <nav class="rail no-print" aria-label="Rooms">
      <NuxtLink to="/" class="hidden place-items-center py-4 text-zinc-300 md:grid" aria-label="Zinc Bell"
        ><BellSign :size="40"
      /></NuxtLink>
      <NuxtLink
        v-for="room in rooms"
        :key="room.to"
        :to="room.to"
        class="room"
        :class="room.here(route.path) && 'here'"
        :aria-current="room.here(route.path) ? 'page' : undefined"
      >
        <UIcon :name="room.icon" class="size-6" />{{ room.name }}
      </NuxtLink>
      <span class="hidden flex-1 md:block" />
      <button type="button" class="room hidden! md:flex!" @click="keys = true">
        <UIcon name="i-lucide-keyboard" class="size-6" />Keys
      </button>
      <button type="button" class="room" @click="settings = true">
        <UIcon name="i-lucide-circle-user-round" class="size-6" /><span class="max-w-20 truncate">{{
          session.person?.name.split(' ')[0]
        }}</span>
      </button>
    </nav>
    <div class="middle min-w-0">
      <RopeBar class="no-print xl:hidden" />
      <div v-if="offline" role="status" class="no-print flex items-center gap-2 bg-(--unsure-soft) px-4 py-2 font-medium">
        <UIcon name="i-lucide-cloud-off" class="size-5 shrink-0" />
        <span>{{ changes.connected ? 'Sending.' : 'The server cannot be reached.' }} {{ waiting || old }}</span>
      </div>
      <div
        v-if="entries.refused"
        role="alert"
        class="no-print leaking sticky top-0 z-10 flex items-start justify-between gap-3 bg-(--leaking-soft) px-4 py-2 font-semibold"
      >
        {{ entries.refused.message }}
        <UButton color="neutral" variant="ghost" class="min-h-11 shrink-0" @click="entries.refused = null">Close</UButton>
      </div>
      <PressureAlarm class="no-print" />
      <RealityStrip />
      <main id="page" tabindex="-1" class="outline-none"><slot /></main>
    </div>
    <aside class="rope no-print hidden xl:block">
      <NextFrame><RopeList /></NextFrame>
    </aside>
    <LazyPersonalSettings v-if="settings" v-model:open="settings" />
    <LazyKeysHelp v-if="keys" v-model:open="keys" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  padding-bottom: 4.25rem;
}
.rail {
  position: fixed;
  inset: auto 0 0 0;
  z-index: 20;
  display: flex;
  justify-content: space-around;
  background: var(--rail);
  padding-bottom: env(safe-area-inset-bottom);
}
.room {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 0.25rem;
  min-height: 4rem;
  min-width: 4rem;
  color: #cdd2d6;
  font-size: 0.875rem;
  font-weight: 600;
  cursor: pointer;
}
.room:hover {
  color: #fff;
}
.room.here {
  color: #fff;
  background: #ffffff1a;
  box-shadow: inset 0 3px 0 var(--color-brass-400);
}
@media (min-width: 48rem) {
  .frame {
    grid-template-columns: 5.25rem minmax(0, 1fr);
    padding-bottom: 0;
  }
  .rail {
    position: sticky;
    inset: 0 auto auto 0;
    height: 100dvh;
    flex-direction: column;
    justify-content: flex-start;
    align-items: stretch;
  }
  .room {
    min-height: 4.25rem;
    min-width: 0;
  }
  .room.here {
    box-shadow: inset 3px 0 0 var(--color-brass-400);
  }
}
@media (min-width: 80rem) {
  .frame {
    grid-template-columns: 5.25rem minmax(0, 1fr) 15.5rem;
  }
  .rope {
    position: sticky;
    top: 0;
    height: 100dvh;
    overflow-y: auto;
    background: var(--sheet);
    border-left: 1px solid var(--hair);
    padding: 1rem 0.875rem;
  }
}
@media print {
  .frame {
    display: block;
    padding: 0;
  }
}
</style>
