<template>
  <!-- What gauges are made of: cane, ebonite, metal, wood and cork. -->
  <defs>
    <linearGradient id="cane" x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stop-color="#f4e6bf" />
      <stop offset="1" stop-color="#d9bd7f" />
    </linearGradient>
    <linearGradient id="ebonite" x1="0" x2="1" y1="0" y2="0">
      <stop offset="0" stop-color="#12171a" />
      <stop offset="0.35" stop-color="#3a444a" />
      <stop offset="1" stop-color="#12171a" />
    </linearGradient>
    <linearGradient id="silver" x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stop-color="#f7f9fa" />
      <stop offset="0.45" stop-color="#c5ced3" />
      <stop offset="1" stop-color="#8b979d" />
    </linearGradient>
    <linearGradient id="wood" x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stop-color="#4b4440" />
      <stop offset="0.4" stop-color="#2a2523" />
      <stop offset="1" stop-color="#171413" />
    </linearGradient>
    <linearGradient id="cork" x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stop-color="#dcb486" />
      <stop offset="1" stop-color="#9c7247" />
    </linearGradient>
  </defs>
</template>
