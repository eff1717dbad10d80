<script setup lang="ts">
import { toDataURL } from 'qrcode'
import type { JobView } from '#shared/views'

/** The owner's card: an address that a phone opens without an account, shown once; it can be ended. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ done: [view: JobView] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const address = ref<string | null>(null)
const picture = ref('')
const current = computed(() => props.job.ownerCards.find(card => card.endedAt === null) ?? null)
const said = computed(() => props.job.proof.filter(each => each.owner && !each.struck).toReversed())
const make = () =>
  save(async () => {
    const { job, token } = await callApi<{ job: JobView; token: string }>(`jobs/${props.job.id}/owner-card`, 'POST', {
      id: newId(),
    })
    address.value = `${location.origin}/card/${token}`
    picture.value = await toDataURL(address.value, { margin: 1, width: 240, color: { dark: '#1c2023' } })
    emit('done', job)
  })
const end = () =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/owner-card`, 'DELETE'))
    address.value = null
  })
const { copy, copied } = useClipboard()
const print = () => window.print()
</script>

<template>
  <section class="sheet card space-y-3" aria-labelledby="card-title">
    <h2 id="card-title">The owner’s card</h2>
    <template v-if="address">
      <p>{{ job.craft.name }}, {{ job.tankName }}: what to watch, and a place to say “still dry” or “it smells”.</p>
      <img :src="picture" alt="Square code of the card’s address" width="200" height="200" class="rounded-md" />
      <p class="figure text-sm break-all">{{ address }}</p>
      <p class="soft no-print text-sm">It is shown only now. Print it, or let the owner’s phone read it.</p>
      <div class="no-print flex flex-wrap gap-2">
        <UButton color="neutral" class="min-h-11" icon="i-lucide-printer" @click="print">Print the card</UButton>
        <UButton color="neutral" variant="outline" class="min-h-11" icon="i-lucide-copy" @click="copy(address)">{{
          copied ? 'Copied' : 'Copy the address'
        }}</UButton>
      </div>
    </template>
    <template v-else>
      <p v-if="current">The owner has a card, made by {{ current.by }} {{ clockText(current.at, now) }}.</p>
      <p v-else class="soft">
        The owner opens it on a phone without an account. It shows what to watch of this tank and nothing else, and what the
        owner says comes in here.
      </p>
    </template>
    <p v-for="word in said" :key="word.id">
      <StateSign :look="word.outcome === 'wet' ? 'leaking' : 'sealed'" :size="18" />
      {{ word.outcome === 'wet' ? 'It smells or is wet' : 'Still dry' }}, the owner {{ clockText(word.at, now)
      }}<template v-if="word.note">: “{{ word.note }}”</template>
    </p>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <div v-if="session.mayWork" class="no-print flex flex-wrap gap-2">
      <UButton
        v-if="!address"
        color="neutral"
        variant="outline"
        class="min-h-11"
        icon="i-lucide-qr-code"
        :loading="saving"
        @click="make"
        >{{ current ? 'Make another, and end this one' : 'Make a card' }}</UButton
      >
      <UButton v-if="current" color="neutral" variant="ghost" class="min-h-11" :disabled="saving" @click="end"
        >End the card</UButton
      >
    </div>
  </section>
</template>
