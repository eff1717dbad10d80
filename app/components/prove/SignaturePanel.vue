<script setup lang="ts">
import { asksInspector } from '#core/ledger/proof/handBack'
import type { Ledger } from '#core/ledger/deriveLedger'
import { signedState } from '#shared/prove/signedState'
import { signatureStandings } from '#shared/prove/signatures'
import { signatureSchema, type SignatureCapacity } from '#shared/record/kinds/signature'
import { authorityFor } from '#shared/schemas/person'
import type { JobView } from '#shared/views'

/** Who has signed what: each name covers a state, and is void as soon as something of it changes. */
const props = defineProps<{ job: JobView; ledger: Ledger; onTrust: number; now: number }>()
const emit = defineEmits<{ done: [view: JobView]; strike: [subject: { id: string; name: string }] }>()
const session = useSession()
const today = computed(() => signedState(props.job, props.ledger))
const standings = computed(() =>
  signatureStandings(props.job, props.ledger, today.value).filter(each => !each.signature.struck),
)
/** Whoever's name stands under the work as it is now need not sign it again. */
const hasSigned = computed(() =>
  standings.value.some(
    ({ stands, signature }) => stands && signature.personId === session.person?.id && signature.capacity === 'technician',
  ),
)
const wantsInspector = computed(() => asksInspector(props.job.craft.kind))
const capacity = computed<SignatureCapacity>(() => (session.person?.role === 'inspector' ? 'inspector' : chosen.value))
const chosen = ref<SignatureCapacity>('technician')
const open = ref(false)
/** The authority that the owner gave whoever is signed in; null where there is none, or it is over. */
const given = computed(() => authorityFor(session.person?.authorities ?? [], ['return to service'], props.now) ?? null)
const mayCountersign = computed(() => !wantsInspector.value || given.value !== null)
const blank = () => ({ id: newId(), password: '' })
const said = ref(blank())
const whole = computed(() => ({ ...said.value, capacity: capacity.value, digest: today.value.digest }))
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const sign = () =>
  save(async () => {
    const view = await callApi<JobView>(`jobs/${props.job.id}/entries/signature`, 'POST', whole.value)
    said.value = blank()
    open.value = false
    emit('done', view)
  }, form.value)
const begin = (as: SignatureCapacity) => {
  chosen.value = as
  said.value = blank()
  open.value = true
}
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="signed-title">
    <h2 id="signed-title">Signed</h2>
    <p v-if="!standings.length" class="soft">
      Nobody has signed it yet. A signature covers all that is recorded, and falls when anything of it changes.
    </p>
    <ul class="grid gap-x-5 gap-y-3 sm:grid-cols-2">
      <li
        v-for="{ signature, stands, changed } in standings"
        :key="signature.id"
        class="border-t-2 pt-2"
        :class="stands ? 'border-(--ink)' : 'border-dashed border-(--ink-soft)'"
      >
        <p>
          <b>{{ signature.by }}</b>, {{ capacityWords[signature.capacity] }}
        </p>
        <p v-if="signature.authority" class="soft">{{ signature.authority }}, no. {{ signature.licence }}</p>
        <p class="soft">
          {{ upperFirst(clockText(signature.at, now)) }}. Covers {{ coverWords(signature.cover, signature.onTrust) }}.
        </p>
        <p v-if="stands" class="sealed font-semibold">
          <StateSign look="sealed" :size="16" /> stands · {{ shortDigest(signature.digest) }}
        </p>
        <p v-else class="leaking font-semibold">
          <StateSign look="leaking" :size="16" /> void: changed since, {{ changed.join(', ') }}
        </p>
        <StrikeLink
          v-if="session.mayWork"
          @click="emit('strike', { id: signature.id, name: `the signature of ${signature.by}` })"
        />
      </li>
    </ul>
    <div v-if="!open" class="no-print flex flex-wrap gap-2">
      <UButton
        v-if="session.mayWork && !hasSigned"
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-pen-line"
        @click="begin('technician')"
        >I did or saw the work: sign</UButton
      >
      <UButton
        v-if="mayCountersign"
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-stamp"
        @click="begin('inspector')"
        >{{ wantsInspector ? 'With authority: countersign' : 'Countersign' }}</UButton
      >
      <p v-else class="soft py-2">
        What flies is countersigned by whom the owner gave authority to return it to service (under People).
      </p>
    </div>
    <SchemaForm
      v-else
      ref="form"
      :schema="signatureSchema"
      :state="whole"
      :problem="problem"
      class="no-print grid gap-3 sm:grid-cols-2"
      @submit="sign"
    >
      <p class="sm:col-span-2">
        {{ session.person?.name }} signs {{ coverWords(today.cover, onTrust) }}, as the record has it now
        <span class="soft figure">({{ shortDigest(today.digest) }})</span>.
      </p>
      <p v-if="capacity === 'inspector' && given" class="sm:col-span-2">
        By {{ given.authority }}, no. {{ given.number }}, valid until {{ dayText(given.until) }}.
      </p>
      <UFormField label="Your password" name="password" hint="so that it is you"
        ><UInput v-model="said.password" type="password" autocomplete="current-password"
      /></UFormField>
      <template #actions>
        <div class="flex gap-2 sm:col-span-2">
          <UButton type="submit" color="neutral" size="xl" :loading="saving">Sign</UButton>
          <UButton type="button" color="neutral" variant="ghost" size="xl" @click="open = false">Not now</UButton>
        </div>
      </template>
    </SchemaForm>
  </section>
</template>
