<script setup lang="ts">
import { muchWarmer } from '#shared/muchWarmer'
import { shopTemperatureSchema } from '#shared/schemas/shopTemperature'
import type { ShopTemperatureView } from '#shared/views'

/** The shop's thermometer: how warm it is and how cold it was, typed or from a logger's file. Every cure goes by it. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [] }>()
const now = useClock()
const { temperatures, take } = useShopTemperatures()
const counting = computed(() => temperatures.value?.find(each => each.source === 'typed' && each.struck === null) ?? null)
const empty = () => ({ id: newId(), temperature: null as number | null, lowest: null as number | null, sure: false })
const draft = ref(empty())
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
/** Much warmer than before: looked at again before it counts. */
const asksTwice = computed(
  () => problem.value !== null && muchWarmer(draft.value.temperature, counting.value, now.value) !== null,
)

function took(read: ShopTemperatureView[]) {
  take(read)
  draft.value = empty()
  emit('done')
}
const submit = () => save(async () => took(await callApi('temperatures', 'POST', draft.value)), form.value)
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
    file.value = null
  })
</script>

<template>
  <USlideover
    v-model:open="open"
    title="The shop’s thermometer"
    description="Every cure goes by it. Between two readings the colder one counts; the lowest counts for all the time since the last."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm
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
      <ShopTemperatureList v-if="temperatures?.length" :temperatures="temperatures" :now="now" @struck="took" />
    </template>
  </USlideover>
</template>
