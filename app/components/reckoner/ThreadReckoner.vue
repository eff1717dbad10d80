<script setup lang="ts">
import { shortFigure } from '#shared/writing'
import { clampAdvice, clampsFor, hoseWhenOn } from '#core/repair/joint/clamps'
import { looksLike, sealsBy, threadCandidates, usualTorque } from '#core/repair/joint/threads'

/** Which thread it is, what looks like it and does not seal; which clamp a hose wants. */
const { short } = useQuantities()
const thread = reactive({
  outside: 0.0139 as number | null,
  pitch: 1.5 as number | null,
  per: 'mm' as 'mm' | 'inch',
  taper: 'not looked' as 'not looked' | 'straight' | 'taper',
  seat: 'none' as 'none' | '37°' | '45°',
})
const found = computed(() => {
  if (thread.outside === null || !Number.isFinite(thread.outside) || thread.pitch === null || !Number.isFinite(thread.pitch))
    return { problem: 'Type a number in each field.' }
  try {
    const list = threadCandidates({
      outside: thread.outside,
      pitch: thread.per === 'mm' ? thread.pitch / 1000 : 0.0254 / thread.pitch,
      taper: thread.taper === 'not looked' ? null : thread.taper === 'taper',
      seat: thread.seat === 'none' ? null : thread.seat === '37°' ? 37 : 45,
    })
    return { list }
  } catch (error) {
    return { problem: (error as Error).message }
  }
})
const hose = reactive({
  inside: 0.008 as number | null,
  outside: 0.013 as number | null,
  spigot: 0.009 as number | null,
  pressure: 0 as number | null,
  soft: false,
})
const clamp = computed(() => {
  const { inside, outside, spigot, pressure } = hose
  if (inside === null || outside === null || spigot === null || ![inside, outside, spigot].every(Number.isFinite))
    return { problem: 'Type a number in each field.' }
  try {
    const on = hoseWhenOn(inside, outside, spigot)
    const advice = clampAdvice(pressure ?? 0, { soft: hose.soft, outside: on })
    return { on, advice, fits: clampsFor(on, advice.kind).slice(0, 4) }
  } catch (error) {
    return { problem: (error as Error).message }
  }
})
const range = (from: number, to: number) => `${shortFigure(1000 * from, 3)} to ${shortFigure(1000 * to, 3)} mm`
</script>

<template>
  <div class="space-y-3">
    <section class="sheet space-y-4" aria-labelledby="thread-title">
      <h2 id="thread-title">Which thread is it</h2>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
        <UFormField label="Outside diameter of the male thread"
          ><QuantityInput v-model="thread.outside" kind="thread"
        /></UFormField>
        <UFormField :label="thread.per === 'mm' ? 'Pitch, mm' : 'Threads an inch'">
          <div class="flex gap-2">
            <QuantityInput v-model="thread.pitch" kind="count" class="w-28" aria-label="Pitch" /><TapChoice
              v-model="thread.per"
              :options="['mm', 'inch'] as const"
              :words="{ mm: 'mm', inch: 'inch' }"
              several
              label="Counted by"
            />
          </div>
        </UFormField>
        <UFormField label="Does it taper"
          ><TapChoice
            v-model="thread.taper"
            :options="['not looked', 'straight', 'taper'] as const"
            several
            label="Does it taper"
        /></UFormField>
        <UFormField label="Seat"
          ><TapChoice v-model="thread.seat" :options="['none', '37°', '45°'] as const" several label="Seat"
        /></UFormField>
      </div>
      <p v-if="found.problem" role="alert" class="leaking font-medium">{{ found.problem }}</p>
      <p v-else-if="!found.list!.length" class="unsure font-medium">
        No thread that is usual on fuel fits these. Measure again over the crests, and count over as many turns as there are.
      </p>
      <ul v-else class="divide-y divide-(--hair)">
        <li v-for="(each, i) in found.list" :key="each.name" class="py-2">
          <p>
            <b :class="i === 0 && 'text-xl'">{{ each.name }}</b>{{ ' '
            }}<span class="soft">{{ each.form }} · seals by {{ sealsBy[each.form] }}</span>
          </p>
          <p v-if="looksLike(each).length" class="unsure font-medium">
            <StateSign look="unsure" :size="16" /> Looks like
            {{
              looksLike(each)
                .map(other => other.name)
                .join(', ')
            }}, goes on some turns and does not seal with it.
          </p>
        </li>
      </ul>
    </section>
    <section class="sheet space-y-4" aria-labelledby="clamp-title">
      <h2 id="clamp-title">Which clamp</h2>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-4">
        <UFormField label="Hose inside"><QuantityInput v-model="hose.inside" kind="thread" /></UFormField>
        <UFormField label="Hose outside"><QuantityInput v-model="hose.outside" kind="thread" /></UFormField>
        <UFormField label="It goes on"><QuantityInput v-model="hose.spigot" kind="thread" /></UFormField>
        <UFormField label="Pressure in it"><QuantityInput v-model="hose.pressure" kind="pressure" /></UFormField>
      </div>
      <USwitch v-model="hose.soft" label="Soft hose" />
      <p v-if="clamp.problem" role="alert" class="leaking font-medium">{{ clamp.problem }}</p>
      <template v-else>
        <p>
          Pushed on it is <b class="figure text-xl">{{ short('thread', clamp.on!) }}</b> outside. Take a
          <b>{{ clamp.advice!.kind }}</b>: {{ clamp.advice!.why }}.
        </p>
        <p v-for="each in clamp.fits" :key="each.clamp.from">
          <b class="figure">{{ range(each.clamp.from, each.clamp.to) }}</b>{{ ' '
          }}<span :class="each.fit === 'middle third' ? 'sealed font-semibold' : 'soft'">{{
            each.fit === 'middle third' ? 'closes in its middle third' : 'closes near the end of its range'
          }}</span>
        </p>
        <p v-if="!clamp.fits!.length" class="unsure font-medium">
          No usual size of that kind closes on it. Measure the hose when it is on.
        </p>
      </template>
    </section>
    <section class="sheet" aria-labelledby="torque-title">
      <h2 id="torque-title" class="mb-1">Usual torque, as a caution</h2>
      <p class="soft mb-2">The maker’s figure comes first. Dry threads, N·m.</p>
      <table class="w-full text-left">
        <thead>
          <tr class="soft text-sm">
            <th scope="col" class="font-medium">Size</th>
            <th scope="col" class="font-medium">In steel</th>
            <th scope="col" class="font-medium">In aluminium</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in usualTorque" :key="row.size" class="border-t border-(--hair)">
            <th scope="row" class="py-1.5 font-medium">{{ row.size }}</th>
            <td class="figure">{{ row.steel.join(' to ') }}</td>
            <td class="figure">{{ row.aluminium.join(' to ') }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>
