<script setup lang="ts">
import { deviceKeySchema } from '#shared/leaktest/hold/holdForm'
import type { BenchHold, DeviceKeyView } from '#shared/leaktest/hold/holdView'

/** Keys with which loggers send readings into this hold; the owner makes and revokes them. */
const props = defineProps<{ hold: BenchHold }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const state = reactive({ id: newId(), name: '' })
const told = ref<string | null>(null)
const address = `${useRequestURL().origin}/api/feed`
const isOwner = computed(() => session.person?.role === 'owner')

const make = () =>
  save(async () => {
    const made = await callApi<{ key: string; keys: DeviceKeyView[] }>(`holds/${props.hold.id}/keys`, 'POST', { ...state })
    told.value = made.key
    Object.assign(state, { id: newId(), name: '' })
    emit('changed')
  }, form.value)
const revoke = (id: string) =>
  save(async () => {
    await callApi(`keys/${id}`, 'DELETE')
    emit('changed')
  })
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="keys-title">
    <h2 id="keys-title">Loggers that may send to this hold</h2>
    <p v-if="!hold.deviceKeys.length" class="soft">
      {{ isOwner ? 'None yet. Make a key and put it into the logger.' : 'None yet. The owner makes a key for the logger.' }}
    </p>
    <ul class="divide-y divide-(--hair)">
      <li v-for="key in hold.deviceKeys" :key="key.id" class="flex flex-wrap items-center justify-between gap-2 py-1.5">
        <span :class="key.revokedAt !== null && 'soft line-through'"
          ><b class="font-semibold">{{ key.name }}</b
          >, {{ stampText(key.createdAt) }}, {{ key.by }}</span
        >
        <span v-if="key.revokedAt" class="soft">revoked {{ stampText(key.revokedAt) }}</span>
        <UButton v-else-if="isOwner" color="neutral" variant="outline" class="min-h-11" @click="revoke(key.id)">Revoke</UButton>
      </li>
    </ul>
    <div v-if="told" role="status" class="rounded-lg border-2 border-(--time) p-3">
      <p class="font-semibold">The key, shown only now</p>
      <p class="figure select-all break-all text-lg" data-testid="logger-key">{{ told }}</p>
      <p class="soft mt-1 text-sm">
        It sends lines such as <code>{"t": 12.0, "pressure_kPa": 6.91}</code> to
        <code class="break-all">{{ address }}</code> with the header <code>Authorization: Bearer</code> and the key.
      </p>
    </div>
    <SchemaForm
      v-if="isOwner && hold.state !== 'stopped'"
      ref="form"
      :schema="deviceKeySchema"
      :state="state"
      :problem="problem"
      class="flex flex-wrap items-end gap-2"
      @submit="make"
    >
      <UFormField label="What the logger is called" name="name" class="min-w-0 flex-1 basis-60"
        ><UInput v-model="state.name" placeholder="Such as: shed logger"
      /></UFormField>
      <template #actions
        ><UButton type="submit" color="neutral" variant="outline" class="min-h-11" :loading="saving"
          >Make a key</UButton
        ></template
      >
    </SchemaForm>
  </section>
</template>
