<template>
  <svg width="30" height="34" viewBox="0 0 30 34" aria-hidden="true">
    <path d="M15 1c-1.2 3.6-5 3.6-5 7.4h10C20 4.600 16.200 4.600 15 1z" fill="#6fa287" />
    <path
      d="M8 10h14l2.500 4.500L22 28H8L5.500 14.500z"
      fill="none"
      stroke="#faf8f3"
      stroke-width="2"
      stroke-linejoin="round"
    />
    <circle cx="15" cy="19" r="5" fill="#f2b441" />
    <path d="M9 32h12" stroke="#faf8f3" stroke-width="2" stroke-linecap="round" />
  </svg>
</template>
