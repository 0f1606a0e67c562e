// Words: the fonts there are, what new words start with, and what is being typed.
import { usePropertiesLeaf } from "../display/propertiesleaf";
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError, createFromFile, get, post, remove } from "../../api/client";
import type {
  Command,
  FontFacts,
  Paint,
  Point,
  TextContent,
  Shaped,
  Style,
  TextMark,
} from "../../api/types";
import { newId } from "../../api/ids";
import { LatestOnly } from "../../lib/latestonly";
import { useActiveContainer } from "../board/activecontainer";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { usePreview } from "../board/preview";
import { useSelection } from "../board/selection";
import { remember, rememberedAs } from "../../lib/settings";
import { useNewItems } from "../painting/newitems";
import { useNotices } from "../../session/notices";

/** What new words start with. */
export interface WordStarts {
  font: string;
  font_name: string;
  size: number;
  tracking: number;
  leading: number;
  align: TextMark["align"];
  kerning: boolean;
  ligatures: boolean;
  direction: TextMark["direction"];
}
/** What stands in the field, of which items. */
interface Typed {
  items: string[];
  text: string;
}
/** What is said, and in which font; what is left out stays. */
export type Change = Partial<Omit<TextContent, "item" | "shaped">>;
/** What is asked of the server: text, and how it is set. */
type Asked = Omit<TextContent, "item" | "font_name" | "shaped">;
/** What some items would say. */
interface Wanted {
  items: string[];
  change: Change;
}

const KEY = "lettering";
/** What words say until something is typed. */
const FIRST = "Text";
/** Milliseconds until what could not be kept is tried again. */
const AGAIN = 3000;
/** Shaped texts that are remembered. */
const MOST = 200;
const PLAIN: WordStarts = {
  font: "source-serif-4-regular",
  font_name: "Source Serif 4",
  size: 64,
  tracking: 0,
  leading: 120,
  align: "start",
  kerning: true,
  ligatures: true,
  direction: "auto",
};
/** A look that fails is not told: what is typed is kept later, and says so then. */
const passed = (problem: unknown): null => {
  if (!(problem instanceof ApiError)) throw problem;
  return null;
};
const isStarts = (value: unknown): value is Partial<WordStarts> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What was remembered under earlier names, too; of what is not known nothing. */
function asNow(stored: object): Partial<WordStarts> {
  const earlier: Record<string, string> = { face: "font", face_name: "font_name" };
  const named = Object.entries(stored).map(
    ([name, value]) => [earlier[name] ?? name, value] as const,
  );
  return Object.fromEntries(named.filter(([name]) => name in PLAIN));
}

export const useText = defineDrawingStore("text", () => {
  const containerStore = useActiveContainer();
  const doc = useDocument();
  const edits = useEdits();
  const preview = usePreview();
  const selection = useSelection();
  const newItems = useNewItems();
  const notices = useNotices();
  const fonts = shallowRef<FontFacts[]>([]);
  const defaults = ref<WordStarts>({ ...PLAIN, ...asNow(rememberedAs(KEY, {}, isStarts)) });
  watch(defaults, (now) => remember(KEY, JSON.stringify(now)), { deep: true });
  /** It grows by one whenever the text is to be typed. */
  const leaf = usePropertiesLeaf();
  const focus = ref(0);
  /** The last such wish that was met. */
  const focusGiven = ref(0);
  /** What stands in the field, of which items; null: nothing is being typed. */
  const typed = shallowRef<Typed | null>(null);

  /** What is selected of words, each with what it says. */
  const words = computed(() =>
    selection.selectedItems.flatMap((i) => (i.words ? [{ id: i.id, mark: i.words }] : [])),
  );

  async function attempt<T>(act: () => Promise<T>): Promise<T | null> {
    try {
      return await act();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      return null;
    }
  }

  async function load(): Promise<void> {
    fonts.value = (await attempt(() => get<FontFacts[]>("/fonts"))) ?? fonts.value;
  }
  let first: Promise<void> | null = null;
  /** The fonts are known, asked for once by however many. */
  const loaded = (): Promise<void> =>
    (first ??= load().finally(() => {
      if (fonts.value.length === 0) first = null;
    }));

  /** Bring a font; the font in it, or null. */
  async function bring(file: File): Promise<FontFacts | null> {
    const path = `/fonts?name=${encodeURIComponent(file.name)}`;
    const font = await attempt(() => createFromFile<FontFacts>(path, file));
    if (font) await load();
    return font;
  }

  async function letGo(key: string): Promise<void> {
    await attempt(() => remove(`/fonts/${key}`));
    await load();
  }

  const shapes = new Map<string, Promise<Shaped>>();
  function shaped(content: Asked): Promise<Shaped> {
    const { text, font, kerning, ligatures, axes, features, direction } = content;
    const body = { text, font, kerning, ligatures, axes, features, direction };
    const key = JSON.stringify(body);
    let found = shapes.get(key);
    if (!found) {
      if (shapes.size >= MOST) shapes.clear();
      found = post<Shaped>("/queries/text-layout", body);
      found.catch(() => shapes.delete(key));
      shapes.set(key, found);
    }
    return found;
  }

  /** Letters are filled; with what new items are stroked, where those have no fill. */
  function style(): Style {
    const now = newItems.style;
    if (now.fill !== null) return now;
    const ink: Paint | null = now.strokes.at(-1)?.paint ?? "#000000";
    return { ...now, fill: ink, strokes: [] };
  }

  /** Write words, to be typed over; along a line where one is said. */
  async function write(at: Point, line: string | null): Promise<void> {
    const { font_name, size, tracking, leading, align, ...content } = defaults.value;
    const container = containerStore.active;
    const look = style();
    const drawing = doc.id;
    const plain = { axes: [], features: [] };
    const found = await attempt(() => shaped({ text: FIRST, ...plain, ...content }));
    if (!found || doc.id !== drawing) return;
    const lettering = { text: FIRST, ...content, font_name, size, tracking, leading, align };
    const [item, assembly] = [newId(), newId()];
    const command = { kind: "add_text", item, at, style: look, container } as const;
    selection.select([line === null ? item : assembly]);
    edits.commit({ ...command, lettering: { ...lettering, shaped: found } });
    if (line !== null) edits.commit({ kind: "put_text_on_path", item, line, assembly });
    askForFocus();
  }

  /** The text is about to be typed: its field, in the leaf Form, takes the focus. */
  function askForFocus(): void {
    leaf.current = "Form";
    focus.value += 1;
  }

  /** The command that says something else, or in another font. */
  async function saying(items: string[], change: Change): Promise<Command> {
    const marks = items.flatMap((item) => {
      const mark = doc.drawable(item)?.words;
      return mark ? [{ item, mark }] : [];
    });
    const texts = await Promise.all(
      marks.map(async ({ item, mark }) => {
        const now: TextMark & Change = { ...mark, ...change };
        const { text, font, font_name, kerning, ligatures, axes, features, direction } = now;
        const settings = { text, font, kerning, ligatures, axes, features, direction };
        return { item, ...settings, font_name, shaped: await shaped(settings) };
      }),
    );
    return { kind: "edit_text", items: marks.map((m) => m.item), texts };
  }

  /** Say it, once it is known what it looks like. */
  async function say(items: string[], change: Change): Promise<void> {
    wanted = null;
    looking.drop();
    await edits.expect(
      attempt(() => saying(items, change)).then((command) => {
        if (!command) preview.end();
        if (command) edits.commit(command);
      }),
    );
  }

  /** What is shown before it is said; null: nothing. */
  let wanted: Wanted | null = null;
  const looking = new LatestOnly<Wanted>(async (now) => {
    const command = await saying(now.items, now.change).catch(passed);
    if (command && wanted === now) preview.show(command);
  });

  /** Show what items would say, until they say it or it is left. */
  function show(items: string[], change: Change): void {
    wanted = { items, change };
    looking.put(wanted);
  }

  /** Show what is typed while it is typed. */
  function type(items: string[], text: string): void {
    forget(items);
    typed.value = { items, text };
    if (text.trim() !== "") show(items, { text });
  }

  /** What was typed and is not kept yet: the newest of each items. */
  const due = new Set<Typed>();
  const forget = (items: string[]): void => {
    for (const one of due) if (one.items.join() === items.join()) due.delete(one);
  };

  /** Keep what was typed; words that say nothing stay as they were. */
  function keepTyped(): void {
    const now = typed.value;
    looking.drop();
    if (!now) return;
    const before = doc.saved(now.items[0] ?? "")?.words?.text;
    if (now.text.trim() === "" || now.text === before) return leaveTyped();
    forget(now.items);
    due.add(now);
    void keep(now, doc.id);
  }

  /** It stays in the field until it is known what it looks like; until then it is tried again. */
  async function keep(now: Typed, drawing: number | null): Promise<void> {
    if (!due.has(now)) return; // it was typed on, or left
    let command: Command;
    try {
      command = await saying(now.items, { text: now.text });
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      if (problem.final || doc.id !== drawing) due.delete(now);
      else window.setTimeout(() => void keep(now, drawing), AGAIN);
      return;
    }
    if (!due.delete(now) || doc.id !== drawing) return;
    if (typed.value === now) {
      typed.value = null;
      wanted = null;
    }
    preview.end();
    edits.commit(command, true);
  }

  /** Leave what was typed. */
  function leaveTyped(): void {
    if (typed.value) forget(typed.value.items);
    typed.value = null;
    wanted = null;
    looking.drop();
    preview.end();
  }

  return {
    fonts,
    defaults,
    focus,
    focusGiven,
    askForFocus,
    typed,
    words,
    loaded,
    bring,
    letGo,
    write,
    show,
    say,
    type,
    keepTyped,
    leaveTyped,
  };
});
