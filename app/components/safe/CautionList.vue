<script setup lang="ts">
import type { WorkAct } from '#core/fuel/makeSafe'
import { dueOn } from '#shared/safety'
import type { JobView } from '#shared/views'

/**
 * The cautions that this person has still to read: for what is about to be done, or for the whole plan. Out of the way once
 * read, back when the plan changes.
 */
const props = defineProps<{ job: JobView; /** what is about to be done; the whole plan when absent */ act?: WorkAct }>()
const emit = defineEmits<{ read: [job: JobView] }>()
const session = useSession()
const due = computed(() => dueOn(props.job, session.person?.id ?? '', props.act))
/** On a phone the reasons stand back, so that what has to be done is on one screen. */
const whys = ref(false)
const { saving, problem, save } = useSave()
const acknowledge = () =>
  save(async () =>
    emit(
      'read',
      await callApi<JobView>(`jobs/${props.job.id}/entries/cautions`, 'POST', {
        id: newId(),
        cautions: due.value.map(({ caution }) => caution.key),
        act: props.act ?? null,
      }),
    ),
  )
</script>

<template>
  <section v-if="due.length" class="sheet border-2 border-(--time)" aria-labelledby="cautions-title">
    <h2 id="cautions-title" class="mb-2 flex items-center gap-2 text-lg text-(--ink)">
      <UIcon name="i-lucide-triangle-alert" class="time size-6" />{{
        act === 'air or smoke' ? 'Before air goes in' : act === 'heat or sparks' ? 'Before any heat' : 'Before you begin'
      }}
    </h2>
    <ul class="space-y-2">
      <li v-for="{ caution } in due" :key="caution.key" class="flex gap-2.5 leading-snug">
        <span class="time mt-2 size-2 shrink-0 rounded-full bg-current" aria-hidden="true" /><span
          >{{ caution.text }} <span class="soft" :class="!whys && 'max-sm:hidden'">{{ caution.why }}</span></span
        >
      </li>
    </ul>
    <UButton v-if="!whys" color="neutral" variant="ghost" class="min-h-11 sm:hidden" @click="whys = true">Why each</UButton>
    <p class="soft mt-3 text-sm">Local codes, the maker’s manual and licensed practice come before anything here.</p>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
    <UButton v-if="session.mayWork" size="xl" color="neutral" class="mt-4" :loading="saving" @click="acknowledge"
      >All of this is done</UButton
    >
  </section>
</template>
