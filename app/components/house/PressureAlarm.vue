<script setup lang="ts">
/** A tank above its pressure limit: told on every page but its own, before anything else, until somebody has heard it. */
const rope = useRope()
const session = useSession()
const route = useRoute()
const elsewhere = computed(() => rope.overPressure.filter(bell => bellFace(bell).to !== route.path))
</script>

<template>
  <section v-if="elsewhere.length" role="alert" class="border-b-4 border-(--leaking) bg-(--leaking-soft) px-4 py-3">
    <div v-for="bell in elsewhere" :key="bell.id" class="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
      <p class="leaking text-xl font-bold">
        <StateSign look="leaking" :size="24" /> {{ bell.title }}
        <span class="block text-base font-semibold text-(--ink)">{{ bell.detail }}</span>
      </p>
      <span class="flex gap-2">
        <UButton :to="bellFace(bell).to" color="neutral" size="xl">To it</UButton>
        <UButton v-if="session.mayWork" color="neutral" variant="outline" size="xl" @click="rope.answer(bell.id)"
          >Heard</UButton
        >
      </span>
    </div>
  </section>
</template>
