<template>
  <main class="min-h-dvh"><slot /></main>
</template>
