<script setup lang="ts">
import type { BellView } from '#shared/bells'

/** The rope itself: time runs down it on a log scale, what is due hangs where its time is; what rings is at the top. */
const rope = useRope()
const session = useSession()
const now = useClock()

const HEIGHT = 640
const BELL = 58
const MINUTES = 43_200 // a month
const at = (minutes: number) => (Math.log10(1 + Math.max(0, Math.min(MINUTES, minutes))) / Math.log10(1 + MINUTES)) * HEIGHT
const TICKS = [
  [0, 'now'],
  [10, '10 min'],
  [60, '1 h'],
  [480, 'this shift'],
  [1440, 'tomorrow'],
  [10_080, 'a week'],
  [43_200, 'a month'],
].map(([minutes, name]) => ({ y: at(minutes as number), name: name as string }))

const hung = computed(() => {
  let free = 0
  return rope.bells
    .filter(bell => bell.rungAt === null)
    .map(bell => {
      const y = Math.max(at((bell.dueAt - now.value) / 60_000), free)
      free = y + BELL
      return { bell, y }
    })
})
/** Names of times that no bell stands before. */
const ticks = computed(() =>
  TICKS.filter(tick => tick.y === 0 || !hung.value.some(({ y }) => tick.y > y - 4 && tick.y < y + BELL - 4)),
)
const height = computed(() => Math.max(HEIGHT, hung.value.at(-1)?.y ?? 0) + BELL)
const inTime = (bell: BellView) =>
  bell.dueAt - now.value < 90_000
    ? `${Math.max(0, Math.round((bell.dueAt - now.value) / 1000))} s`
    : clockText(bell.dueAt, now.value)
const mayNotify = ref(typeof Notification !== 'undefined' && Notification.permission === 'default')
async function allow() {
  await Notification.requestPermission()
  mayNotify.value = false
}
</script>

<template>
  <section aria-label="Bells">
    <h2 class="mb-2 flex items-center justify-between">
      Bells <span v-if="rope.failed" class="leaking text-sm font-medium">not up to date</span>
    </h2>
    <TransitionGroup v-if="rope.ringing.length" tag="ul" class="mb-3 space-y-2" aria-live="assertive">
      <li v-for="bell in rope.ringing" :key="bell.id" class="rounded-lg border-2 border-(--time) bg-(--bay) p-2.5">
        <div class="flex gap-2">
          <BellSign class="time swing mt-0.5 shrink-0" :size="26" />
          <div class="min-w-0 flex-1">
            <NuxtLink :to="bellFace(bell).to" class="block font-semibold leading-tight hover:underline">{{
              bell.title
            }}</NuxtLink>
            <p class="soft text-sm">{{ bell.detail }} · rang {{ clockText(bell.rungAt!, now) }}</p>
          </div>
        </div>
        <UButton
          v-if="session.mayWork"
          block
          size="md"
          color="neutral"
          variant="outline"
          class="mt-2 min-h-11"
          @click="rope.answer(bell.id)"
          >Heard</UButton
        >
      </li>
    </TransitionGroup>
    <p v-if="!rope.bells.length" class="soft text-sm">Nothing is due. Cures and running holds hang their bells here.</p>
    <div class="relative" :style="{ height: `${height}px` }">
      <span
        class="absolute bottom-0 left-2.5 top-0 border-l-[3px] border-dashed border-(--time) opacity-70"
        aria-hidden="true"
      />
      <span
        v-for="tick in ticks"
        :key="tick.name"
        class="soft absolute right-0 text-[0.75rem] leading-none"
        :style="{ top: `${tick.y}px` }"
        aria-hidden="true"
        >{{ tick.name }}</span
      >
      <ul>
        <li
          v-for="{ bell, y } in hung"
          :key="bell.id"
          class="absolute left-0 right-0 flex gap-2"
          :style="{ top: `${y + 14}px` }"
        >
          <BellSign :class="bellFace(bell).colour" class="shrink-0 bg-(--sheet)" :size="24" />
          <NuxtLink :to="bellFace(bell).to" class="min-w-0 rounded bg-(--sheet) pr-1 leading-tight hover:underline">
            <span class="line-clamp-1 text-[0.9rem] font-semibold">{{ bell.title }}</span>
            <span class="soft line-clamp-1 text-[0.8rem]">{{ inTime(bell) }} · {{ bell.detail }}</span>
          </NuxtLink>
        </li>
      </ul>
    </div>
    <UButton v-if="mayNotify" block color="neutral" variant="subtle" class="mt-3" icon="i-lucide-bell-ring" @click="allow"
      >Let bells ring outside this page</UButton
    >
  </section>
</template>

<style scoped>
.swing {
  /* Then it hangs as it rang: what swings for ever keeps a tablet from resting. */
  animation: swing 1.2s ease-in-out 8;
  transform-origin: 50% 10%;
}
@keyframes swing {
  0%,
  100% {
    transform: rotate(-12deg);
  }
  50% {
    transform: rotate(12deg);
  }
}
</style>
