<template>
  <!-- Where the screen's one primary action lies; whatever has it writes it as a Plate. -->
  <div id="plate" class="plate"></div>
</template>

<style scoped>
.plate {
  flex: none;
  min-height: 0;
  border-top: 2px solid var(--cane-edge);
}
.plate:empty {
  border: 0;
}
.plate :deep(.ant-btn) {
  width: 100%;
  min-height: 70px;
  height: auto;
  padding: 6px 4px;
  border-radius: 0;
  border: 0;
  background: var(--brass-on-wood);
  color: var(--ink-on-brass);
  font-size: 17px;
  font-weight: 700;
  line-height: 1.12;
  white-space: normal;
}
.plate :deep(.ant-btn:hover),
.plate :deep(.ant-btn:focus-visible) {
  background: #e7c77f;
  color: var(--ink-on-brass);
}
.plate :deep(.ant-btn:disabled) {
  background: var(--wood-raised);
  color: var(--on-wood-soft);
}
.plate :deep(.ant-btn .ant-btn-icon),
.plate :deep(.ant-btn .anticon) {
  margin: 0 auto;
}
.plate :deep(kbd) {
  display: block;
  margin: 2px 0 0;
  border: 0;
  font-size: 14px;
  font-weight: 400;
  opacity: 1;
}
@media (max-width: 700px) {
  .plate {
    width: 104px;
    border: 0;
  }
  .plate:empty {
    width: 0;
  }
  .plate :deep(.ant-btn) {
    height: 100%;
  }
}
</style>
