<script setup lang="ts">
import type { OwnerSheetView } from '#shared/views'

/** The owner's card: how one tank stands, what to watch, and two things to say. No account. */
definePageMeta({ layout: 'plain' })
const token = String(useRoute().params.token)
const now = useClock()
const sheet = ref<OwnerSheetView | null>(null)
const ended = ref('')
const words = ref('')
const saying = ref<'wet' | null>(null)
const heard = ref('')
const { saving, problem, save } = useSave()
const read = async () => {
  try {
    sheet.value = await callApi<OwnerSheetView>(`card/${token}`)
  } catch (error) {
    ended.value = error instanceof ApiError ? error.message : 'The card cannot be read. Try again.'
  }
}
onMounted(read)
/** One id a word, kept until it is heard, so that a second tap is the same word. */
let id = newId()
const say = (says: 'dry' | 'wet') =>
  save(async () => {
    sheet.value = await callApi<OwnerSheetView>(`card/${token}`, 'POST', { id, says, words: words.value })
    id = newId()
    words.value = ''
    saying.value = null
    heard.value =
      says === 'wet'
        ? 'The workshop knows. Do not fill it up; air it, and no sparks near it.'
        : 'Thank you: it is written down.'
  })
const stateWords = computed(() => {
  if (!sheet.value) return ''
  if (sheet.value.state === 'sealed') return sheet.value.proved ? 'Sealed, and proved in use' : 'Sealed, being proved'
  return sheet.value.state === 'leaking' ? 'It leaks: the workshop is on it' : 'Not sealed yet'
})
const look = computed(() => (sheet.value ? jobLook(sheet.value.state) : 'unsure'))
useHead({
  title: 'Your fuel tank',
  meta: [
    { name: 'referrer', content: 'no-referrer' },
    { name: 'robots', content: 'noindex' },
  ],
})
</script>

<template>
  <div class="mx-auto max-w-md space-y-4 p-5">
    <p v-if="ended" role="alert" class="sheet text-lg">{{ ended }}</p>
    <p v-else-if="!sheet" class="soft">Reading the card …</p>
    <template v-else>
      <header>
        <p v-if="sheet.shop" class="soft font-semibold">{{ sheet.shop }}</p>
        <h1>{{ sheet.craft }}, {{ sheet.tankName }}</h1>
        <p class="mt-2 flex items-center gap-2 text-lg font-semibold" :class="look">
          <StateSign :look="look" :size="28" />{{ stateWords }}
        </p>
      </header>
      <p v-if="heard" role="status" class="sheet text-lg font-semibold">{{ heard }}</p>
      <section v-if="sheet.look" class="sheet space-y-2">
        <h2>
          {{ sheet.look.title
          }}<template v-if="sheet.look.due && sheet.look.due > now">, {{ dayText(sheet.look.due) }}</template>
        </h2>
        <p class="text-lg leading-snug">{{ sheet.look.doing }}</p>
      </section>
      <RestsOn v-if="sheet.rests" class="sheet" :rests="sheet.rests" />
      <section v-if="sheet.watch.length" class="sheet space-y-2">
        <h2>What to watch</h2>
        <p v-for="line in sheet.watch" :key="line">{{ line }}</p>
      </section>
      <div class="space-y-3">
        <UFormField v-if="saying === 'wet'" label="What you saw or smelled, and when (if you like)"
          ><UTextarea v-model="words" :rows="3" :maxlength="500" class="w-full"
        /></UFormField>
        <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
        <template v-if="saying === 'wet'">
          <UButton block color="neutral" size="xl" class="min-h-14 text-lg" :loading="saving" @click="say('wet')"
            >Tell the workshop</UButton
          >
          <UButton block color="neutral" variant="ghost" size="xl" class="min-h-12" @click="saying = null">Not now</UButton>
        </template>
        <template v-else>
          <UButton block color="neutral" size="xl" class="min-h-14 text-lg" :loading="saving" @click="say('dry')"
            >Still dry</UButton
          >
          <UButton block color="neutral" variant="outline" size="xl" class="min-h-14 text-lg" @click="saying = 'wet'"
            >It smells or is wet</UButton
          >
        </template>
      </div>
      <section v-if="sheet.said.length" class="soft">
        <p v-for="word in sheet.said" :key="word.id">
          {{ word.wet ? 'It smells or is wet' : 'Still dry' }}, {{ clockText(word.at, now) }}
        </p>
      </section>
      <section v-if="sheet.untested.length" class="soft space-y-1">
        <h2>Not tested</h2>
        <p v-for="line in sheet.untested" :key="line">{{ line }}</p>
      </section>
      <p class="soft text-sm">
        Fuel smells before it drips. If you smell it: no flame, no switches, air it, and call. This page shows this tank only;
        the workshop can end it.
      </p>
      <p v-if="sheet.shopLine" class="soft text-sm">{{ sheet.shopLine }}</p>
    </template>
  </div>
</template>
