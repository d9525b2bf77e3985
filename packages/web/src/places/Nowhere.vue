<template>
  <div class="page">
    <h1>There is nothing at this address</h1>
    <p><RouterLink to="/floor">Go to the floor</RouterLink></p>
  </div>
</template>
