<template>
  <div class="page">
    <div class="empty">
      <p>There is nothing at this address.</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </div>
  </div>
</template>
