<script setup lang="ts">
import type { EvidenceKind } from '#core/ledger/evidence'
import type { Ledger } from '#core/ledger/deriveLedger'
import type { LedgerEntries } from '#core/ledger/ledger'

/** Parts by tests: what each test says of each part today, and what still stands. */
const props = defineProps<{ ledger: Ledger; entries: LedgerEntries; picked?: string | null }>()
defineEmits<{ pick: [partId: string] }>()
const MOST = 7
const from = computed(() => Math.max(0, props.entries.tests.length - MOST))
const tests = computed(() => props.entries.tests.slice(from.value))
const names = computed(() => new Map(props.entries.parts.map(part => [part.id, part.name])))
const words: Record<EvidenceKind, string> = {
  'stands': 'stands',
  'fell': 'ended: touched since',
  'early': 'before it cured',
  'find': 'leak found',
  'undecided': 'reached, says nothing',
  'not reached': 'not under test',
  'not watched': 'not watched to the end',
  'too little pressure': 'too little pressure to say anything',
  'other way': 'pulled the other way than in service',
  'under liquid': 'under liquid: gas says nothing',
}
const standingWords = { 'stands': 'stands', 'open': 'open', 'touched': 'touched since', 'no evidence': 'no evidence' }
</script>

<template>
  <div class="-mx-1 overflow-x-auto px-1">
    <table class="w-full border-separate border-spacing-y-0.5 text-[0.95rem]">
      <thead>
        <tr class="soft text-left text-sm">
          <th scope="col" class="font-medium">Part</th>
          <th v-for="test in tests" :key="test.id" scope="col" class="px-1 text-center font-medium whitespace-nowrap">
            {{ test.name }}
          </th>
          <th scope="col" class="text-right font-medium">Today</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in ledger.parts"
          :key="row.partId"
          :class="row.partId === picked && 'bg-(--bay)'"
          class="cursor-pointer"
          @click="$emit('pick', row.partId)"
        >
          <th scope="row" class="py-1.5 pr-2 text-left font-medium">{{ names.get(row.partId) }}</th>
          <td v-for="(kind, i) in row.evidence.slice(from)" :key="i" class="px-1 text-center">
            <svg width="44" height="14" viewBox="0 0 44 14" class="inline-block" role="img" :aria-label="words[kind]">
              <title>{{ words[kind] }}</title>
              <path v-if="kind === 'stands'" d="M4 7H40" stroke="var(--sealed)" stroke-width="6" stroke-linecap="round" />
              <path
                v-else-if="kind === 'find'"
                d="M4 7H16M28 7H40"
                stroke="var(--leaking)"
                stroke-width="6"
                stroke-linecap="round"
              />
              <path v-else-if="kind === 'fell'" d="M4 7H40" stroke="var(--sealed)" stroke-width="2" stroke-dasharray="4 4" />
              <path v-else-if="kind === 'early'" d="M4 7H40M12 12L20 2M24 12L32 2" stroke="var(--time)" stroke-width="2" />
              <path
                v-else-if="kind === 'undecided'"
                d="M4 7H40"
                stroke="var(--unsure)"
                stroke-width="3"
                stroke-dasharray="3 4"
              />
              <circle v-else cx="22" cy="7" r="1.800" fill="var(--ink-soft)" />
            </svg>
          </td>
          <td class="text-right font-semibold whitespace-nowrap" :class="standingLook(row.standing)">
            <StateSign :look="standingLook(row.standing)" :size="16" /> {{ standingWords[row.standing] }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="from > 0" class="soft mt-1 text-sm">The {{ from }} tests before these count too; the record lists them all.</p>
  </div>
</template>
