<template>
  <div class="page">
    <div class="empty">
      <h1>There is nothing at this address.</h1>
      <p><RouterLink to="/shoots">To the shoots</RouterLink></p>
    </div>
  </div>
</template>
