<script setup lang="ts">
// The menu at the pointer: right button, or the menu key on what is selected.
import ContextMenu from "primevue/contextmenu";
import type { MenuItem } from "primevue/menuitem";
import { onBeforeUnmount, onMounted, ref, shallowRef } from "vue";
import type { Point } from "../../api/types";
import { useActiveContainer } from "../../stores/board/activecontainer";
import { useSelection } from "../../stores/board/selection";
import { useSelecting } from "../../stores/editing/selecting";
import { useTools } from "../../tools/tools";
import { useView } from "../../stores/display/view";
import { usePointerMenu } from "./menu";
import AppIcon from "../../ui/AppIcon.vue";

const container = useActiveContainer();
const selection = useSelection();
const selecting = useSelecting();
const tools = useTools();
const view = useView();
const shown = ref(false);
const menu = ref<InstanceType<typeof ContextMenu> | null>(null);
const entries = shallowRef<MenuItem[]>([]);
const offered = usePointerMenu();

const canvas = (): Element | null => document.querySelector("[data-testid=canvas]");

/** Open at a place of the canvas; what lies there and is not selected is. */
async function open(event: Event, screen: Point, item: string | null): Promise<void> {
  const pick = item && container.pickOf(item);
  if (pick && !selection.selected.includes(pick)) selection.select([pick]);
  await selecting.look(screen);
  tools.pointer = screen;
  entries.value = offered();
  menu.value?.show(event);
}

function clicked(event: MouseEvent): void {
  const under = event.target as Element;
  const box = canvas()?.getBoundingClientRect();
  if (!box || !canvas()?.contains(under)) return;
  const hit = under.closest<SVGElement>("[data-hit]")?.dataset["hit"];
  const found = hit ? (JSON.parse(hit) as { item?: string }) : {};
  void open(event, [event.clientX - box.left, event.clientY - box.top], found.item ?? null);
}

/** The menu key opens it on what is selected, or in the middle of the canvas. */
function key(event: KeyboardEvent): void {
  if (event.key === "Escape" && shown.value) {
    event.stopImmediatePropagation();
    menu.value?.hide();
    return;
  }
  const menuKey = event.key === "ContextMenu" || (event.key === "F10" && event.shiftKey);
  const target = event.target as HTMLElement;
  if (!menuKey || target.closest("input, textarea, [role=dialog], [role^=menu]")) return;
  event.preventDefault();
  const box = canvas()?.getBoundingClientRect();
  if (!box) return;
  const middle: Point = [view.size[0] / 2, view.size[1] / 2];
  const frame = selection.marks.frame;
  const screen = frame ? view.toScreen(frame.centre) : (tools.pointer ?? middle);
  const [pageX, pageY] = [box.left + screen[0], box.top + screen[1]];
  const at = new MouseEvent("contextmenu", { clientX: pageX, clientY: pageY });
  void open(at, screen, null);
}

onMounted(() => {
  window.addEventListener("contextmenu", clicked);
  window.addEventListener("keydown", key, true);
});
onBeforeUnmount(() => {
  window.removeEventListener("contextmenu", clicked);
  window.removeEventListener("keydown", key, true);
});
</script>

<template>
  <ContextMenu
    ref="menu"
    :model="entries"
    data-testid="menu"
    :pt="{ item: { 'aria-level': undefined, 'aria-label': undefined } }"
    @before-show="shown = true"
    @hide="shown = false"
  >
    <template #item="{ item, props: bound, hasSubmenu }">
      <a v-bind="bound.action" class="entry">
        <span>{{ item.label }}</span>
        <AppIcon v-if="hasSubmenu" name="angle-right" />
        <kbd v-else-if="item['keys']" aria-hidden="true">{{ item["keys"] }}</kbd>
      </a>
    </template>
  </ContextMenu>
</template>

<style scoped>
.entry {
  display: flex;
  gap: 24px;
  align-items: center;
  justify-content: space-between;
  padding: 4px 10px;
  font-size: 13px;
  white-space: nowrap;
}
kbd {
  color: var(--quiet);
}
</style>
