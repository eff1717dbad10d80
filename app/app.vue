<script setup lang="ts">
const session = useSession()
useLook()
</script>

<template>
  <UApp :toaster="{ position: 'top-center' }">
    <NuxtLayout><NuxtPage /></NuxtLayout>
    <SignInAgain v-if="session.askedAgain" />
  </UApp>
</template>
