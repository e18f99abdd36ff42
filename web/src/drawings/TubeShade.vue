<script setup lang="ts">
/** How light falls across a tube of some material: a gradient to fill it with. Stands in a drawing's `defs`. */
defineProps<{
  id: string
  /** Of which family the instrument is: that is what it is made of. */
  family: string | undefined
  /** Standing upright, light falls from the side. */
  upright?: boolean
}>()
const MATERIAL: Record<string, string> = { flute: 'silver', saxophone: 'brass', recorder: 'pear' }
</script>

<template>
  <linearGradient
    :id="id"
    x1="0"
    y1="0"
    :x2="upright ? 1 : 0"
    :y2="upright ? 0 : 1"
    :class="MATERIAL[family ?? ''] ?? 'black'"
  >
    <stop offset="0" class="edge" />
    <stop offset="0.28" class="light" />
    <stop offset="0.68" class="body" />
    <stop offset="1" class="shade" />
  </linearGradient>
</template>

<style scoped>
.black .edge {
  stop-color: var(--tube);
}
.black .light {
  stop-color: var(--tube-light);
}
.black .body {
  stop-color: var(--tube);
}
.black .shade {
  stop-color: var(--tube-dark);
}
.silver .edge {
  stop-color: #b6bcc1;
}
.silver .light {
  stop-color: #f0f2f3;
}
.silver .body {
  stop-color: #c6cbcf;
}
.silver .shade {
  stop-color: #858b90;
}
.brass .edge {
  stop-color: #b98a35;
}
.brass .light {
  stop-color: #f0d592;
}
.brass .body {
  stop-color: #cf9f45;
}
.brass .shade {
  stop-color: #80591b;
}
.pear .edge {
  stop-color: #a4703f;
}
.pear .light {
  stop-color: #d9aa77;
}
.pear .body {
  stop-color: #b07b48;
}
.pear .shade {
  stop-color: #6f4826;
}
</style>
