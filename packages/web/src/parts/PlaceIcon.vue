<script setup lang="ts">
defineProps<{ name: 'floor' | 'setup' | 'parts' | 'tools' | 'exchange' | 'ledger' | 'gauges' | 'machines' }>()

/** One line drawing per place, on a 24 grid. */
const PATHS = {
  floor: 'M3 20V9l6 4V9l6 4V5h6v15z M7 20v-3 M12 20v-3 M17 20v-3',
  setup: 'M4 13h16v5H4z M8 13V8h8v5 M12 8V3 M2 18v3 M22 18v3',
  parts: 'M4 5h10l6 6v8H4z M14 5v6h6 M8 15h5',
  tools: 'M9 3h6v5l-1 1v3h-4V9L9 8z M10 12v6l2 3 2-3v-6 M10 15h4',
  exchange: 'M4 8h13 M13 4l4 4-4 4 M20 16H7 M11 12l-4 4 4 4',
  ledger: 'M5 3h12a2 2 0 0 1 2 2v16H7a2 2 0 0 1-2-2z M9 3v18 M12 8h4 M12 12h4',
  gauges: 'M4 19V9h16v10z M8 9v4 M12 9v6 M16 9v4 M4 5h16',
  machines: 'M4 21h16 M6 21V5h12v4h-5v3 M13 12h4l-2 5z',
}
</script>

<template>
  <svg
    viewBox="0 0 24 24"
    width="24"
    height="24"
    fill="none"
    stroke="currentColor"
    stroke-width="1.6"
    stroke-linejoin="round"
    stroke-linecap="round"
    aria-hidden="true"
  >
    <path :d="PATHS[name]" />
  </svg>
</template>
