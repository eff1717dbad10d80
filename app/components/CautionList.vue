<script setup lang="ts">
import { cautionsFor } from '#core/leaktest/cautions'
import type { JobView } from '#shared/views'

/** The cautions that apply to this craft, read once a job before air goes in. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ read: [job: JobView] }>()
const session = useSession()
const cautions = computed(() => cautionsFor(props.job.craft.kind))
const { saving, problem, save } = useSave()
const acknowledge = () => save(async () => emit('read', await callApi<JobView>(`jobs/${props.job.id}/cautions`, 'POST', { cautions: cautions.value.map(caution => caution.key) })))
</script>

<template>
  <section class="sheet border-2 border-(--time)" aria-labelledby="cautions-title">
    <h2 id="cautions-title" class="mb-2 flex items-center gap-2 text-lg text-(--ink)"><UIcon name="i-lucide-triangle-alert" class="time size-6" />Before air goes in</h2>
    <ul class="space-y-2">
      <li v-for="caution in cautions" :key="caution.key" class="flex gap-2.5 leading-snug"><span class="time mt-2 size-2 shrink-0 rounded-full bg-current" aria-hidden="true" />{{ caution.text }}</li>
    </ul>
    <p class="soft mt-3 text-sm">Local codes, the maker’s manual and licensed practice come before anything here.</p>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
    <UButton v-if="session.mayWork" size="xl" color="neutral" class="mt-4" :loading="saving" @click="acknowledge">All of this is done</UButton>
  </section>
</template>
