<script setup lang="ts">
// An icon beside a word, or in a button that has its name in words elsewhere.
import angleDown from "primeicons/raw-svg/angle-down.svg?raw";
import angleLeft from "primeicons/raw-svg/angle-left.svg?raw";
import angleRight from "primeicons/raw-svg/angle-right.svg?raw";
import arrowsH from "primeicons/raw-svg/arrows-h.svg?raw";
import bookmark from "primeicons/raw-svg/bookmark.svg?raw";
import bookmarkFill from "primeicons/raw-svg/bookmark-fill.svg?raw";
import check from "primeicons/raw-svg/check.svg?raw";
import clone from "primeicons/raw-svg/clone.svg?raw";
import eye from "primeicons/raw-svg/eye.svg?raw";
import eyeSlash from "primeicons/raw-svg/eye-slash.svg?raw";
import link from "primeicons/raw-svg/link.svg?raw";
import lock from "primeicons/raw-svg/lock.svg?raw";
import lockOpen from "primeicons/raw-svg/lock-open.svg?raw";
import pencil from "primeicons/raw-svg/pencil.svg?raw";
import plus from "primeicons/raw-svg/plus.svg?raw";
import search from "primeicons/raw-svg/search.svg?raw";
import slidersH from "primeicons/raw-svg/sliders-h.svg?raw";
import thLarge from "primeicons/raw-svg/th-large.svg?raw";
import times from "primeicons/raw-svg/times.svg?raw";
import trash from "primeicons/raw-svg/trash.svg?raw";

const ICONS = {
  "angle-down": angleDown,
  "angle-left": angleLeft,
  "angle-right": angleRight,
  "arrows-h": arrowsH,
  "bookmark-fill": bookmarkFill,
  "eye-slash": eyeSlash,
  "lock-open": lockOpen,
  "sliders-h": slidersH,
  "th-large": thLarge,
  bookmark,
  check,
  clone,
  eye,
  link,
  lock,
  pencil,
  plus,
  search,
  times,
  trash,
};
defineProps<{ name: keyof typeof ICONS }>();
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- the drawings of a package, no word of anybody -->
  <span class="icon" aria-hidden="true" v-html="ICONS[name]" />
</template>

<style scoped>
.icon {
  display: inline-flex;
  width: 1.15em;
  height: 1.15em;
  vertical-align: -0.2em;
}
.icon :deep(svg) {
  width: 100%;
  height: 100%;
  fill: currentcolor;
}
</style>
