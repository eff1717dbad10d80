<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { causes } from '#core/complaint/causes'
import { repairMaterials } from '#core/repair/material/repairMaterials'
import type { PastPage, PersonView } from '#shared/views'

/** Looking back: every job that was ever here, found by craft, part, cause, material, person and day, and the shop's own figures. */
const route = useRoute()
const session = useSession()
const of = computed(() => (route.query.of === 'figures' || route.query.of === 'bring' ? route.query.of : 'jobs'))
const words = ref(typeof route.query.words === 'string' ? route.query.words : '')
const ANY = 'any'
const asked = ref({ part: '', cause: ANY, material: ANY, person: ANY, from: '', to: '' })
const more = ref(false)
const pages = ref(1)
const { value: people } = useRefreshed(
  () => callApi<PersonView[]>('people'),
  notice => notice.topics.includes('people'),
)
/** A day as it is typed, as the moment at which it begins or ends here. */
const dayAt = (day: string, end: boolean) => {
  const at = new Date(`${day}T${end ? '23:59:59' : '00:00:00'}`)
  return day && !Number.isNaN(+at) ? String(+at) : null
}
const ask = (after: string | null) => {
  const chosen = (value: string) => (value === ANY ? '' : value)
  const { part, cause, material, person, from, to } = asked.value
  const all = {
    words: words.value.trim(),
    part: part.trim(),
    cause: chosen(cause),
    material: chosen(material),
    person: chosen(person),
    from: dayAt(from, false),
    to: dayAt(to, true),
    after,
  }
  return callApi<PastPage>(
    `past?${new URLSearchParams(Object.entries(all).filter((each): each is [string, string] => !!each[1]))}`,
  )
}
const {
  value: found,
  error,
  refresh,
} = useRefreshed<PastPage>(
  async () => {
    let page = await ask(null)
    const rows = [...page.rows]
    for (let k = 1; k < pages.value && page.next !== null; k++) {
      page = await ask(page.next)
      rows.push(...page.rows)
    }
    return { ...page, rows }
  },
  () => false,
)
const again = () => {
  pages.value = 1
  return refresh()
}
watch([words, asked], useDebounceFn(again, 250), { deep: true })
const showMore = () => {
  pages.value++
  return refresh()
}
const items = (rows: readonly { key: string; name: string }[]) => [
  { label: 'Any', value: ANY },
  ...rows.map(row => ({ label: row.name, value: row.key })),
]
const causeItems = items([...causes].sort((a, b) => a.name.localeCompare(b.name)))
const materialItems = items(repairMaterials.filter(each => each.key !== 'none'))
const personItems = computed(() => items((people.value ?? []).map(each => ({ key: each.name, name: each.name }))))
const finder = useTemplateRef<{ inputRef: HTMLInputElement }>('finder')
useActionKeys('Look back', [{ key: '/', label: 'Find', run: () => finder.value?.inputRef?.focus() }])
</script>

<template>
  <div class="page space-y-3">
    <header class="flex flex-wrap items-end justify-between gap-3">
      <h1>Look back</h1>
      <nav class="flex gap-2" aria-label="What to look back on">
        <UButton to="/past" color="neutral" :variant="of === 'jobs' ? 'solid' : 'outline'" class="min-h-11">Jobs</UButton>
        <UButton to="/past?of=figures" color="neutral" :variant="of === 'figures' ? 'solid' : 'outline'" class="min-h-11"
          >The shop’s figures</UButton
        >
        <UButton
          v-if="session.mayWork"
          to="/past?of=bring"
          color="neutral"
          :variant="of === 'bring' ? 'solid' : 'outline'"
          class="min-h-11"
          >From another shop</UButton
        >
      </nav>
    </header>
    <PastFiguresView v-if="of === 'figures'" />
    <BringInPanel v-else-if="of === 'bring'" />
    <template v-else>
      <section class="sheet space-y-3" aria-label="What to find">
        <div class="flex gap-2">
          <UInput
            ref="finder"
            v-model="words"
            icon="i-lucide-search"
            placeholder="Craft, part, cause, material, batch, person …"
            aria-label="Find among all jobs"
            class="flex-1"
            size="xl"
          />
          <UButton color="neutral" variant="outline" size="xl" :aria-expanded="more" @click="more = !more">{{
            more ? 'Fewer' : 'More'
          }}</UButton>
        </div>
        <div v-if="more" class="grid gap-3 sm:grid-cols-3">
          <UFormField label="Part that leaked"><UInput v-model="asked.part" autocomplete="off" /></UFormField>
          <UFormField label="It was"><USelectMenu v-model="asked.cause" value-key="value" :items="causeItems" /></UFormField>
          <UFormField label="Material"
            ><USelectMenu v-model="asked.material" value-key="value" :items="materialItems"
          /></UFormField>
          <UFormField label="Who worked on it"><USelect v-model="asked.person" :items="personItems" /></UFormField>
          <UFormField label="Here after"><UInput v-model="asked.from" type="date" /></UFormField>
          <UFormField label="Here before"><UInput v-model="asked.to" type="date" /></UFormField>
        </div>
      </section>
      <PageState v-if="!found" :error="error" @retry="refresh" />
      <template v-else>
        <p class="soft" role="status">
          {{ found.all === 0 ? 'No job fits. Take a word away.' : `${countOf(found.all, 'job')} found` }}
        </p>
        <ul class="space-y-2">
          <li v-for="job in found.rows" :key="job.id" class="sheet flex flex-wrap items-center justify-between gap-3">
            <NuxtLink :to="`/jobs/${job.id}`" class="min-w-0 flex-1"><PastRow :job="job" named /></NuxtLink>
            <UButton
              :to="`/past/crafts/${job.craftId}`"
              color="neutral"
              variant="ghost"
              class="min-h-11"
              icon="i-lucide-history"
              >The craft</UButton
            >
          </li>
        </ul>
        <UButton v-if="found.next" block color="neutral" variant="subtle" size="xl" @click="showMore">Show more</UButton>
      </template>
    </template>
  </div>
</template>
