<template>
  <span class="inline-flex items-center gap-2">
    <svg viewBox="0 0 32 32" class="h-7 w-7" aria-hidden="true">
      <g fill="var(--color-moss)">
        <circle cx="4" cy="24" r="2" />
        <circle cx="9" cy="19" r="2" />
        <circle cx="12" cy="12" r="2" />
        <circle cx="17" cy="8" r="2" />
        <circle cx="22" cy="11" r="2" />
        <circle cx="27" cy="13" r="2.4" />
      </g>
    </svg>
    <span class="text-[18px] font-bold tracking-[-0.01em]">Word Trail</span>
  </span>
</template>
