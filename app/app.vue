<script setup lang="ts">
const session = useSession()
useLook()
// What the server drew has been in its place until now.
useNuxtApp().hook('app:suspense:resolve', () => document.querySelector('.drawn')?.remove())
</script>

<template>
  <UApp :toaster="{ position: 'top-center' }">
    <NuxtLayout><NuxtPage /></NuxtLayout>
    <LazySignInAgain v-if="session.askedAgain" />
  </UApp>
</template>
