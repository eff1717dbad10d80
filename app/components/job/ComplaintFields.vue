<script setup lang="ts">
import type { SignKey } from '#core/complaint/keys'
import { signGroups, signGroupWords, signs, singleGroups, type SignGroup } from '#core/complaint/signs'
import { troubleCode } from '#core/complaint/troubleCodes'
import type { Complaint } from '#shared/schemas/job'

/** What was seen, smelled and stored, in large choices. Anything can be left out and added later. */
const complaint = defineModel<Complaint>({ required: true })
const props = defineProps<{
  /** the tank has others to switch to */ twin?: boolean
  /** it has a vapour system, so codes matter */ codes?: boolean
}>()
/** When, where and how much tell most; the rest folds on a phone. */
const foremost: readonly SignGroup[] = ['when', 'where', 'amount']
const groups = computed(() => foremost)
const others = computed(() => signGroups.filter(group => !foremost.includes(group) && (group !== 'tanks' || props.twin)))
const othersSay = computed(() => {
  const said = complaint.value.signs.filter(key => others.value.some(group => of(group).some(sign => sign.key === key)))
  const words = said.map(key => signs.find(sign => sign.key === key)!.words)
  const all = [...words, ...complaint.value.codes, ...(complaint.value.words ? [`“${complaint.value.words}”`] : [])]
  return all.length > 0 ? all.join(', ') : 'Smell, level, what was before, codes, their words'
})
const of = (group: SignGroup) => signs.filter(sign => sign.group === group)
const wordsOf = (group: SignGroup) => Object.fromEntries(of(group).map(sign => [sign.key, sign.words]))
const chosen = (group: SignGroup): SignKey[] | SignKey | null => {
  const keys = complaint.value.signs.filter(key => of(group).some(sign => sign.key === key))
  return singleGroups.includes(group) ? (keys[0] ?? null) : keys
}
function choose(group: SignGroup, value: SignKey[] | SignKey | null) {
  const others = complaint.value.signs.filter(key => !of(group).some(sign => sign.key === key))
  complaint.value = { ...complaint.value, signs: [...others, ...(Array.isArray(value) ? value : value ? [value] : [])] }
}

const typed = ref('')
const codeProblem = ref<string | null>(null)
function addCode() {
  if (!typed.value.trim()) return
  const found = troubleCode(typed.value)
  if (!found) {
    codeProblem.value = `“${typed.value.trim()}” is not a trouble code. They look like P0442.`
    return
  }
  codeProblem.value = null
  typed.value = ''
  if (!complaint.value.codes.includes(found.code))
    complaint.value = { ...complaint.value, codes: [...complaint.value.codes, found.code] }
}
const removeCode = (code: string) => {
  complaint.value = { ...complaint.value, codes: complaint.value.codes.filter(each => each !== code) }
}
const plain = (code: string) =>
  troubleCode(code)?.known?.plain ??
  'Not among the generic fuel and vapour codes: kept, but it moves no suspect. Look it up in the maker’s list.'
const codesOpen = ref(false)
</script>

<template>
  <div class="space-y-5">
    <UFormField
      v-for="group in groups"
      :key="group"
      :label="signGroupWords[group]"
      :name="group === 'when' ? 'complaint.signs' : undefined"
    >
      <TapChoice
        :model-value="chosen(group)"
        :options="of(group).map(sign => sign.key)"
        :words="wordsOf(group)"
        :label="signGroupWords[group]"
        @update:model-value="choose(group, $event)"
      />
    </UFormField>
    <FoldedGroup
      label="Smell, level, what was before, codes, their words"
      :says="othersSay"
      :fields="['complaint.codes', 'complaint.words']"
    >
      <div class="space-y-5">
        <UFormField v-for="group in others" :key="group" :label="signGroupWords[group]">
          <TapChoice
            :model-value="chosen(group)"
            :options="of(group).map(sign => sign.key)"
            :words="wordsOf(group)"
            :label="signGroupWords[group]"
            @update:model-value="choose(group, $event)"
          />
        </UFormField>
        <div v-if="codes || codesOpen || complaint.codes.length">
          <UFormField label="Trouble codes" name="complaint.codes" :error="codeProblem ?? undefined" hint="such as P0442">
            <div class="flex gap-2">
              <UInput
                v-model="typed"
                class="max-w-48"
                autocomplete="off"
                autocapitalize="characters"
                @keydown.enter.prevent="addCode"
              />
              <UButton type="button" color="neutral" variant="outline" class="min-h-11" @click="addCode">Add the code</UButton>
            </div>
          </UFormField>
          <ul v-if="complaint.codes.length" class="mt-2 space-y-1">
            <li v-for="code in complaint.codes" :key="code" class="flex items-start gap-2">
              <span class="figure mt-2.5 font-bold">{{ code }}</span><span class="soft mt-2.5 min-w-0 flex-1">{{
                plain(code)
              }}</span>
              <UButton
                type="button"
                icon="i-lucide-x"
                color="neutral"
                variant="ghost"
                class="size-11 shrink-0 justify-center"
                :aria-label="`Take ${code} off`"
                @click="removeCode(code)"
              />
            </li>
          </ul>
        </div>
        <UButton
          v-else
          type="button"
          color="neutral"
          variant="ghost"
          icon="i-lucide-plus"
          class="min-h-11"
          @click="codesOpen = true"
          >Trouble codes</UButton
        >
        <UFormField label="In their words" name="complaint.words"
          ><UTextarea
            v-model="complaint.words"
            :rows="3"
            autoresize
            placeholder="What was opened last, how long it stood, who else smelled it"
        /></UFormField>
      </div>
    </FoldedGroup>
  </div>
</template>
