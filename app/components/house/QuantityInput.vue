<script setup lang="ts">
import { typedFigure } from '#shared/writing'
import { parseNumber } from '#core/quantity/parseNumber'
import { parseQuantity } from '#core/quantity/parseQuantity'

/**
 * A quantity typed in the person's own unit, or with another unit written behind it; the value is SI. Text that is no number
 * gives NaN, an empty field null.
 */
const props = defineProps<{ kind: QuantityKind; disabled?: boolean; autofocus?: boolean }>()
const value = defineModel<number | null>({ required: true })
const { edges } = useQuantities()
const typed = ref('')
let own: number | null | undefined

const written = (si: number | null) => {
  if (si === null || si === undefined || Number.isNaN(si)) return ''
  return typedFigure(String(Number(edges.value[props.kind].toShown(si).toPrecision(6))))
}
watch(
  [value, () => edges.value[props.kind].unit],
  ([next], before) => {
    if (before[0] === undefined || !Object.is(next, own) || before[1] !== edges.value[props.kind].unit) {
      if (!(typeof next === 'number' && Number.isNaN(next))) typed.value = written(next)
    }
  },
  { immediate: true },
)

function type(text: string | number) {
  typed.value = String(text)
  const { dimension, toSi } = edges.value[props.kind]
  const number = parseNumber(typed.value)
  const withUnit = dimension ? parseQuantity(typed.value, dimension) : null
  own = typed.value.trim() === '' ? null : (withUnit ?? (number === null ? NaN : toSi(number)))
  value.value = own
}
/** What was typed in another unit is shown in the person's own once the field is left. */
function inOwnUnit() {
  if (typeof own === 'number' && Number.isFinite(own) && parseNumber(typed.value) === null) typed.value = written(own)
}
</script>

<template>
  <UInput
    :model-value="typed"
    inputmode="decimal"
    autocomplete="off"
    :disabled="disabled"
    :autofocus="autofocus"
    class="figure"
    :ui="{ trailing: 'pointer-events-none' }"
    @update:model-value="type"
    @blur="inOwnUnit"
  >
    <template #trailing
      ><span class="soft text-sm font-medium">{{ edges[kind].unit }}</span></template
    >
  </UInput>
</template>
