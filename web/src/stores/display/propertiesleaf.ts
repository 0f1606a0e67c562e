// Which leaf of Properties is open: for one item and for several apart, unless their anchors or corners
// are meant. Only the user turns it.
import { computed, ref, watch } from "vue";
import { remember, remembered } from "../../lib/settings";
import { useSelection } from "../board/selection";
import { defineDrawingStore } from "../perdrawing";

export const PROPERTIES_LEAVES = ["Form", "Paint", "Arrange"] as const;
export type PropertiesLeaf = (typeof PROPERTIES_LEAVES)[number];

const isLeaf = (value: string | null): value is PropertiesLeaf =>
  PROPERTIES_LEAVES.some((leaf) => leaf === value);
const rememberedLeaf = (key: string, first: PropertiesLeaf) => {
  const stored = remembered(key);
  const leaf = ref<PropertiesLeaf>(isLeaf(stored) ? stored : first);
  watch(leaf, (now) => remember(key, now));
  return leaf;
};

export const usePropertiesLeaf = defineDrawingStore("properties-leaf", () => {
  const selection = useSelection();
  const ofOne = rememberedLeaf("leaf-of-one", "Form");
  const ofSeveral = rememberedLeaf("leaf-of-several", "Arrange");
  const several = computed(() => selection.selected.length > 1 && selection.shownMarks === "frame");
  const current = computed<PropertiesLeaf>({
    get: () => (several.value ? ofSeveral.value : ofOne.value),
    set: (leaf) => {
      (several.value ? ofSeveral : ofOne).value = leaf;
    },
  });
  return { current };
});
