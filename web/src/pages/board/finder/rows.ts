// What the finder finds: acts, shapes, what lies on the shelf, the items of the drawing; and how what is
// typed becomes rows.
import { labelOf, perform, type Act } from "../../../acts/act";
import type { ActContext } from "../../../acts/context";
import { query, wordsOf, type Findable, type Finder, type Query } from "../../../acts/finding";
import { hintOf } from "../../../acts/keymap";
import { ACTS } from "../../../acts/table";
import { dialActs } from "../../../acts/dials";
import { shapeActs } from "../../../acts/tools";
import type { Command } from "../../../api/types";

/** Something that can be found and done. */
export interface Entry extends Findable {
  readonly keys: string;
  readonly act?: Act;
  /** What is missing for it now. */
  missing(): string | null;
  run(value?: number): void;
}

const entryOf = (act: Act, c: ActContext): Entry => ({
  id: act.id,
  label: labelOf(act, c),
  words: act.words,
  where: act.where,
  keys: hintOf(act),
  act,
  missing: () => act.lacks(c),
  run: (value) => perform(act, c, value),
});

function shelfEntries(c: ActContext): Entry[] {
  return c.shelf.entries
    .filter((e) => e.kind === "outline")
    .map((e) => ({
      id: `shelf ${String(e.id)}`,
      label: e.name,
      words: "place outline symbol",
      where: `Shelf › ${e.tray}`,
      keys: "",
      missing: () => null,
      run: () => {
        void c.placement.take(e).then((there) => {
          if (there) c.tools.use("placement");
        });
      },
    }));
}

function itemEntries(c: ActContext): Entry[] {
  return [...c.doc.tree.below("")].flatMap((id) => {
    const item = c.doc.drawable(id);
    if (!item || item.type === "layer") return [];
    const layer = c.doc.drawable(c.doc.tree.above(id)[0] ?? "")?.name ?? "";
    return [
      {
        id: `item ${id}`,
        label: item.name,
        words: `select item ${c.catalogue.shapeLabel(item.type)}`,
        where: `Layers › ${layer}`,
        keys: "",
        missing: () => (c.doc.free(id) ? null : "It is locked or hidden: see Layers"),
        run: () => {
          if (!["select", "anchors"].includes(c.tools.name)) c.tools.use("select");
          c.container.goInto(id);
          c.selection.select([id]);
        },
      },
    ];
  });
}

/** All that there is to find now. */
export const entriesOf = (c: ActContext): Entry[] => [
  ...[...dialActs(c), ...ACTS, ...shapeActs(c)].map((act) => entryOf(act, c)),
  ...shelfEntries(c),
  ...itemEntries(c),
];

export interface Found {
  readonly query: Query;
  readonly rows: readonly Entry[];
}

/** Rows shown at once: more are narrowed down by typing. */
const MOST_ROWS = 18;

/** Those that take the number that was typed come first; then all that the whole text names. */
export function rowsFor(text: string, finder: Finder<Entry>, recent: readonly string[]): Found {
  const asked = query(text);
  const named = finder.find(asked.words, recent);
  const whole = asked.number === null ? named : finder.find(wordsOf(text), recent);
  const taking = asked.number === null ? [] : named.filter((e) => e.act?.number);
  return { query: asked, rows: [...new Set([...taking, ...whole])].slice(0, MOST_ROWS) };
}

/** What a row would do, as the edit that shows it; null: nothing to show. */
export function previewOf(entry: Entry, c: ActContext, value: number | undefined): Command | null {
  if (entry.missing() !== null || (value === undefined && entry.act?.number?.required)) return null;
  return entry.act?.command?.(c, value) ?? null;
}
