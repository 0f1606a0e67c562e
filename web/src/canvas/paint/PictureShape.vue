<script setup lang="ts">
// A picture that a form crops; its own coordinates run from 0 to 1 along both sides.
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
const matrix = computed(() => `matrix(${matrixOf(props.picture.place).join(" ")})`);
</script>

<template>
  <g :clip-path="`url(#${id})`" :opacity="opacity < 1 ? opacity : undefined">
    <clipPath :id="id"><path :d="path" :clip-rule="rule" /></clipPath>
    <image
      :href="pictureAddress(doc.id, picture.picture)"
      width="1"
      height="1"
      :transform="matrix"
      preserveAspectRatio="none"
    />
  </g>
</template>
