// Sending out: how each format is sent, a look at what would come of it, the files themselves.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError, fileOf, get, post } from "../../api/client";
import type { ExportKind, ExportPreview, ExportSettings, FormatSettings } from "../../api/types";
import { newId } from "../../api/ids";
import { localDrawing, svgMadeHere } from "../../core";
import { pngOf } from "../../lib/rasterised";
import { useDocument } from "../board/document";
import { useSelection } from "../board/selection";
import { saved } from "../../lib/download";
import { useNotices } from "../../session/notices";
import { ProgressPoller } from "../../sync/progress";

/** Milliseconds that the hand rests before what was set is looked at. */
const RESTS = 300;
/** Pixels of a PNG that is made here, for each CSS pixel of the sheet. */
const PNG_SCALE = 2;
/** Milliseconds after which what was to stop is waited for no more. */
const UNHEARD = 3000;

export const useExporting = defineDrawingStore("exporting", () => {
  const doc = useDocument();
  const selection = useSelection();
  const notices = useNotices();
  const open = ref(false);
  /** The server is away: what this browser can make is offered. */
  const offline = ref(false);
  const kinds = ref<Partial<Record<ExportKind, FormatSettings>>>({});
  const last = ref<ExportKind | null>(null);
  const kind = ref<ExportKind>("svg");
  const now = computed(() => kinds.value[kind.value] ?? null);
  const look = shallowRef<ExportPreview | null>(null);
  /** Why there is nothing to look at. */
  const trouble = ref("");
  const looking = ref(false);
  const sends = ref(false);
  const waiting = shallowRef(new ProgressPoller(0));

  const body = (sending: FormatSettings, id: string): object => ({
    id,
    sending,
    items: selection.selected,
  });
  const path = (part: string): string => `/drawings/${doc.id}/${part}`;

  async function load(): Promise<boolean> {
    try {
      const found = await get<ExportSettings>(path("export-settings"));
      kinds.value = found.kinds as Record<ExportKind, FormatSettings>;
      last.value = found.last as ExportKind | null;
      return true;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (problem.code === "no_connection" && localDrawing.there) offline.value = true;
      else notices.tell(problem.message);
      return false;
    }
  }

  /** What is on its way is in the file as well, or nothing is sent. */
  function ready(): boolean {
    if (doc.state === "saved") return true;
    notices.tell("Some edits are not saved yet. Export once everything is saved.");
    return false;
  }

  /** While edits wait for the server, what can be made here is offered instead. */
  function offersHere(): boolean {
    offline.value = doc.state === "waiting" && localDrawing.there;
    return offline.value;
  }

  async function begin(): Promise<void> {
    if (offersHere() || !ready() || !(await load())) return;
    kind.value = last.value ?? "svg";
    open.value = true;
  }

  function set(part: Partial<FormatSettings>): void {
    const before = now.value;
    if (before)
      kinds.value = { ...kinds.value, [kind.value]: { ...before, ...part } as FormatSettings };
  }

  let asked = 0;
  let timer: number | undefined;
  /** Look at what would come of it; the newest question wins. */
  function see(): void {
    window.clearTimeout(timer);
    timer = window.setTimeout(() => void ask(), RESTS);
  }
  async function ask(): Promise<void> {
    const sending = now.value;
    if (!open.value || !sending) return;
    asked += 1;
    const mine = asked;
    looking.value = true;
    const wait = new ProgressPoller(doc.id);
    waiting.value = wait;
    const id = newId();
    wait.start(id);
    try {
      const found = await post<ExportPreview>(path("queries/export-preview"), body(sending, id));
      if (mine === asked) [look.value, trouble.value] = [found, ""];
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (mine === asked) [look.value, trouble.value] = [null, problem.message];
    } finally {
      wait.end();
      if (mine === asked) looking.value = false;
    }
  }
  watch([now, open], () => open.value && see());
  watch(open, (on) => {
    if (!on) look.value = null;
  });

  let leaves = new AbortController();
  /** End what is being made; where the server does not hear of it, at least wait no more. */
  function stop(): void {
    void waiting.value.stop();
    const now = leaves;
    window.setTimeout(() => now.abort(), UNHEARD);
  }
  watch(
    () => doc.id,
    () => leaves.abort(),
  );

  /** Make the files and save them; whether that was done. */
  async function send(sending: FormatSettings): Promise<string | null> {
    if (sends.value || !ready()) return null;
    sends.value = true;
    const wait = new ProgressPoller(doc.id);
    waiting.value = wait;
    const id = newId();
    wait.start(id);
    try {
      leaves = new AbortController();
      const file = await fileOf(path("exports"), body(sending, id), leaves.signal);
      saved(file.name, file.data);
      last.value = sending.kind;
      return file.name;
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      return null;
    } finally {
      wait.end();
      sends.value = false;
    }
  }

  async function save(): Promise<void> {
    if (!now.value) return;
    const name = await send(now.value);
    if (name === null) return;
    open.value = false;
    notices.tell(`“${name}” was exported. Ctrl S exports again.`);
  }

  /** The same again, as it was sent out last; the first time one is asked how. */
  async function again(): Promise<void> {
    if (offersHere() || !ready() || !(await load())) return;
    const sending = last.value && kinds.value[last.value];
    if (!sending) {
      kind.value = "svg";
      open.value = true;
      return;
    }
    const name = await send(sending);
    if (name !== null) notices.tell(`“${name}” was exported again.`);
  }

  /** Make a file here and save it. */
  async function saveHere(kind: "svg" | "png"): Promise<void> {
    try {
      const svg = await svgMadeHere(doc.name);
      if (kind === "svg") saved(`${doc.name}.svg`, svg, "image/svg+xml");
      else saved(`${doc.name}.png`, await pngOf(svg, PNG_SCALE));
      offline.value = false;
    } catch {
      notices.tell(
        `This browser could not make the ${kind.toUpperCase()} file. Nothing is lost; ` +
          "export again when the server is back.",
      );
    }
  }

  return {
    open,
    offline,
    saveHere,
    kinds,
    kind,
    now,
    look,
    trouble,
    looking,
    sends,
    long: computed(() => waiting.value.long.value),
    stop,
    begin,
    set,
    save,
    again,
  };
});
