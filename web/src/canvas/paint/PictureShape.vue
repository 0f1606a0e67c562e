<script setup lang="ts">
// A picture that a form crops.
import { computed } from "vue";
import type { PictureFill } from "../../api/types";
import { useDocument } from "../../stores/board/document";
import { matrixOf, pictureAddress } from "./paint";

const props = defineProps<{
  id: string;
  path: string;
  rule: "nonzero" | "evenodd";
  picture: PictureFill;
  opacity: number;
}>();
const doc = useDocument();
const matrix = computed(() => {
  const [a, b, c, d, e, f] = matrixOf(props.picture.place);
  const { width, height } = props.picture;
  return `matrix(${[a / width, b / width, c / height, d / height, e, f].join(" ")})`;
});
</script>

<template>
  <g :clip-path="`url(#${id})`" :opacity="opacity < 1 ? opacity : undefined">
    <clipPath :id="id"><path :d="path" :clip-rule="rule" /></clipPath>
    <image
      :href="pictureAddress(doc.id, picture.picture)"
      :width="picture.width"
      :height="picture.height"
      :transform="matrix"
      preserveAspectRatio="none"
    />
  </g>
</template>
