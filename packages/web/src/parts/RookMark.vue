<!-- A rook seen square-on; its three crenels are the three axes. -->
<template>
  <svg
    viewBox="0 0 32 32"
    width="34"
    height="34"
    fill="none"
    stroke="currentColor"
    stroke-width="2"
    stroke-linejoin="round"
    stroke-linecap="round"
    aria-hidden="true"
  >
    <path d="M6 4v8h20V4h-4.5v3.5h-3.2V4h-4.6v3.5h-3.2V4H6z" />
    <path d="M10 12l-1.5 11h15L22 12" />
    <path d="M6 23h20v5H6z" />
  </svg>
</template>
