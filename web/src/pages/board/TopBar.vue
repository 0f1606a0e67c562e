<script setup lang="ts">
// The top band: the way back, the name, undo and redo, zoom, saved-state, export.
import Button from "primevue/button";
import { computed, ref } from "vue";
import { ApiError, patch } from "../../api/client";
import { useDocument } from "../../stores/board/document";
import { useEdits } from "../../stores/board/edits";
import { useHistory } from "../../stores/board/history";
import { VIEWS, useDisplay } from "../../stores/display/display";
import { useSyncStore } from "../../sync/syncstore";
import { useExporting } from "../../stores/library/exporting";
import { useNotices } from "../../session/notices";
import { useView } from "../../stores/display/view";
import { night, toggleNight } from "../../theme/night";
import BrandMark from "../../ui/BrandMark.vue";
import NameField from "../../ui/NameField.vue";
import LoadingProgress from "./LoadingProgress.vue";
import UnsavedEdits from "./UnsavedEdits.vue";
import { hintOf } from "../../acts/keymap";
import { act } from "../../acts/table";
import { timeOfDay } from "../../lib/intl";
import AppIcon from "../../ui/AppIcon.vue";

const doc = useDocument();
const edits = useEdits();
const history = useHistory();
const view = useView();
const looking = useDisplay();
const notices = useNotices();
const exporting = useExporting();
const sync = useSyncStore();
const refused = ref(false);

const waits = computed(
  () => doc.deleted || doc.isOffline || !["saved", "sending"].includes(doc.state),
);
const saved = computed(() => {
  const waiting = edits.waiting();
  const count = waiting > 1 ? ` · ${waiting}` : "";
  if (doc.state !== "saved" && sync.storing()) return "Saving…";
  if (doc.state === "waiting") return `Not saved yet${count}`;
  if (doc.state === "signed-out") return `Sign in to save${count}`;
  if (doc.deleted || doc.state === "deleted") return `Deleted elsewhere${count}`;
  if (doc.state === "sending") return "Saving…";
  if (doc.isOffline) return "No connection";
  const at = doc.savedAt && timeOfDay(doc.savedAt);
  return `Saved ${at ?? ""}`;
});

async function rename(name: string): Promise<void> {
  try {
    await patch(`/drawings/${doc.id}`, { name });
    doc.name = name.trim();
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    notices.tell(problem.message);
  }
}
</script>

<template>
  <header class="band">
    <RouterLink to="/" class="home" aria-label="Back to Drawings"><BrandMark /></RouterLink>
    <RouterLink to="/" class="quiet">Drawings</RouterLink>
    <span class="quiet">/</span>
    <h1 class="title">
      <NameField v-slot="{ edit }" :name="doc.name" label="Drawing name" @renamed="rename">
        <button class="row-button name" title="Rename" data-testid="name" @click="edit">
          {{ doc.name }}
        </button>
      </NameField>
    </h1>
    <Button
      severity="secondary"
      size="small"
      class="step"
      data-testid="undo"
      :title="history.undo?.name"
      :disabled="!history.undo"
      @click="history.go('undo')"
    >
      <span>Undo</span> <b>{{ history.undo?.name }}</b>
      <kbd v-if="history.undo">{{ hintOf(act("undo")) }}</kbd>
    </Button>
    <Button
      severity="secondary"
      size="small"
      class="step"
      data-testid="redo"
      :title="history.redo?.name"
      :disabled="!history.redo"
      @click="history.go('redo')"
    >
      <span>Redo</span> <b>{{ history.redo?.name }}</b>
    </Button>
    <span class="space" />
    <Button
      severity="secondary"
      size="small"
      class="find"
      data-testid="find"
      title="Find any action, tool, shape or item by its name"
      @click="looking.finder = true"
    >
      <AppIcon name="search" /> <span>Find</span>
      <kbd>{{ hintOf(act("finder")) }}</kbd>
    </Button>
    <span class="views" role="group" aria-label="View" title="Next view: V">
      <button
        v-for="v in VIEWS"
        :key="v"
        class="row-button"
        :class="{ active: looking.view === v }"
        :aria-pressed="looking.view === v"
        @click="looking.view = v"
      >
        {{ v }}
      </button>
    </span>
    <Button
      severity="secondary"
      size="small"
      title="Fit sheet (0)"
      data-testid="zoom"
      :label="`${Math.round(view.scale * 100)} %`"
      @click="view.fitSheet(doc.sheet)"
    />
    <Button
      severity="secondary"
      size="small"
      label="Size preview"
      class="wide-only"
      title="Actual size and icon sizes, while you draw (6)"
      :aria-pressed="looking.sizes"
      :class="{ on: looking.sizes }"
      @click="looking.sizes = !looking.sizes"
    />
    <Button
      severity="secondary"
      size="small"
      class="theme"
      :label="night ? 'Day' : 'Night'"
      @click="toggleNight"
    />
    <button
      v-if="sync.refused.length > 0"
      class="row-button refused"
      data-testid="refused"
      @click="refused = true"
    >
      {{ sync.refused.length }} not saved
    </button>
    <span class="saved" :class="{ waiting: waits }" data-testid="saved-state">
      <AppIcon v-if="doc.state === 'saved' && !doc.deleted && !doc.isOffline" name="check" />
      {{ saved }}
    </span>
    <Button
      size="small"
      label="Export"
      data-testid="export"
      :disabled="exporting.sends"
      title="Export as SVG, PDF, PNG and more; Ctrl S exports again"
      @click="exporting.begin"
    />
    <UnsavedEdits v-model="refused" />
    <LoadingProgress />
  </header>
</template>

<style scoped>
.title {
  min-width: 0;
  font: inherit;
}
.band {
  position: relative;
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 0 12px;
  background: var(--panel);
  border-bottom: 1px solid var(--hairline);
  white-space: nowrap;
}
.home {
  display: flex;
}
.quiet {
  color: var(--quiet);
  text-decoration: none;
}
.name {
  overflow: hidden;
  max-width: 220px;
  font-weight: 700;
  text-overflow: ellipsis;
}
.step {
  flex: none;
  margin-left: 4px;
}
.step b {
  overflow: hidden;
  max-width: 170px;
  font-weight: 600;
  text-overflow: ellipsis;
}
.views {
  display: flex;
  overflow: hidden;
  border: 1px solid var(--hairline);
  border-radius: 6px;
}
.views button {
  padding: 3px 10px;
  background: var(--raised);
}
.views button + button {
  border-left: 1px solid var(--hairline);
}
.views .active {
  background: var(--tint);
  color: var(--active);
  font-weight: 600;
}
.space {
  flex: 1;
}
/* what the finder has as well gives way in a narrow window */
@media (width < 1100px) {
  .step b {
    max-width: 110px;
  }
  .wide-only,
  .find kbd,
  .step kbd {
    display: none;
  }
}
@media (width < 900px) {
  .views,
  .theme,
  .step b,
  .find kbd,
  .step kbd {
    display: none;
  }
}
.saved {
  color: var(--quiet);
  font-size: 12px;
}
.refused {
  padding: 2px 8px;
  border: 1px solid var(--touched);
  border-radius: 6px;
  color: var(--touched);
  font-size: 12px;
  font-weight: 600;
}
.saved i {
  font-size: 11px;
}
.saved.waiting {
  color: var(--touched);
  font-weight: 600;
}
</style>
