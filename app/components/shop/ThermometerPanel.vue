<script setup lang="ts">
import { LOWEST_REACHES } from '#core/repair/cure/reckonCure'
import { muchWarmer } from '#shared/muchWarmer'
import { shopTemperatureSchema } from '#shared/schemas/shopTemperature'
import type { ShopTemperatureView } from '#shared/views'

/** The shop's thermometer: how warm it is and how cold it was, typed or from a logger's file. Every cure goes by it. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const now = useClock()
const { temperatures, take } = useShopTemperatures()
/** The last one that counts, while a lowest reaches back to it. */
const counting = computed(
  () =>
    temperatures.value?.find(
      ({ source, struck, at }) => source === 'typed' && struck === null && now.value - at < LOWEST_REACHES * 1000,
    ) ?? null,
)
const empty = () => ({ id: newId(), temperature: null as number | null, lowest: null as number | null, sure: false })
const draft = ref(empty())
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
/** Much warmer than before: looked at again before it counts. */
const asksTwice = computed(
  () => problem.value !== null && muchWarmer(draft.value.temperature, counting.value, now.value) !== null,
)

watch(
  () => draft.value.temperature,
  () => {
    draft.value.sure = false
  },
)

function took(read: ShopTemperatureView[]) {
  take(read)
  emit('done')
}
const submit = () =>
  save(async () => {
    took(await callApi('temperatures', 'POST', draft.value))
    draft.value = empty()
  }, form.value)
function sure() {
  draft.value.sure = true
  return submit()
}
const { saving: reading, problem: fileProblem, save: saveFile } = useSave()
const file = ref<File | null>(null)
const takeFile = (chosen: File | null | undefined) =>
  chosen &&
  saveFile(async () => {
    took(await callApi('temperatures/file', 'POST', { text: await chosen.text() }))
  }).finally(() => {
    // Mended and chosen again it is looked at anew.
    file.value = null
  })
</script>

<template>
  <USlideover
    v-model:open="open"
    title="The shop’s thermometer"
    description="Every cure goes by it. Between two readings the colder one counts, half a day back at the most; the lowest counts for all the time since the last."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm
        v-if="session.mayWork"
        ref="form"
        :problem="problem"
        :schema="shopTemperatureSchema"
        :state="draft"
        class="space-y-4"
        @submit="submit"
      >
        <UFormField label="Now" name="temperature"
          ><QuantityInput v-model="draft.temperature" kind="temperature" autofocus
        /></UFormField>
        <UFormField
          label="Lowest"
          name="lowest"
          :hint="counting ? `since ${clockText(counting.at, now)}` : 'of the last day'"
          help="Of a thermometer that keeps its lowest. Empty where yours does not."
          ><QuantityInput v-model="draft.lowest" kind="temperature"
        /></UFormField>
        <template #actions>
          <UButton v-if="asksTwice" block size="xl" color="neutral" variant="outline" :loading="saving" @click="sure"
            >I looked again, it is that warm</UButton
          >
          <UButton type="submit" block size="xl" color="neutral" :loading="saving">Record the temperature</UButton>
        </template>
      </SchemaForm>
      <UFileUpload
        v-if="session.mayWork"
        v-model="file"
        accept=".csv,.txt,text/csv,text/plain"
        label="Or a logger’s file"
        description="Columns time and temperature_C."
        icon="i-lucide-file-up"
        class="mt-6 w-full"
        :disabled="reading"
        @update:model-value="takeFile($event as File | null)"
      />
      <p v-if="fileProblem" role="alert" class="leaking mt-2 font-semibold">
        {{ fileProblem }}
      </p>
      <p v-if="temperatures?.length === 0 && !session.mayWork" class="soft">Nobody has read it yet.</p>
      <ShopTemperatureList v-if="temperatures?.length" :temperatures="temperatures" :now="now" @struck="took" />
    </template>
  </USlideover>
</template>
