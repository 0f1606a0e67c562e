// The outline of the shelf that is in the hand, and what linked copies follow.
import { defineDrawingStore } from "../perdrawing";
import { computed, ref, shallowRef, watch } from "vue";
import { ApiError, get } from "../../api/client";
import type { Command, Drawable, ShelfClip, Point, ShelfEntry } from "../../api/types";
import { newId } from "../../api/ids";
import { useActiveContainer } from "../board/activecontainer";
import { useDocument } from "../board/document";
import { useEdits } from "../board/edits";
import { useSelection } from "../board/selection";
import { remember, remembered } from "../../lib/settings";
import { useShelf } from "./shelf";
import { useNotices } from "../../session/notices";

/** What is kept, placed with its middle or its first corner somewhere. */
export function placing(
  source: ShelfClip,
  item: string,
  start: Point,
  how: { linked: boolean; container: string },
): Extract<Command, { kind: "place_from_shelf" }> {
  return {
    kind: "place_from_shelf",
    clip: source.clip,
    copies: item,
    called: source.name,
    start,
    container: how.container,
    ...(how.linked ? { entry: source.key, state: source.state } : {}),
  };
}

const LINKED = "kept-linked";

export const usePlacement = defineDrawingStore("placement", () => {
  const container = useActiveContainer();
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const shelf = useShelf();
  const notices = useNotices();
  const entry = shallowRef<ShelfEntry | null>(null);
  const hand = shallowRef<ShelfClip | null>(null);
  const linked = ref(remembered(LINKED) === "yes");
  watch(linked, (on) => remember(LINKED, on ? "yes" : "no"));
  /** The size of one that is clicked, in sheet units. */
  const size = ref<[number, number]>([0, 0]);
  /** Only its width is typed; the height follows. */
  const own = ref(true);
  /** The entry whose variations are looked at, by its number. */
  const compared = ref<number | null>(null);

  async function clipOf(of: ShelfEntry): Promise<ShelfClip | null> {
    try {
      return await get<ShelfClip>(`/library/${of.id}/clip`);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      if (problem.code === "unknown_entry") void shelf.load();
      return null;
    }
  }

  /** Counts what was taken: of two that come out of order the later one is meant. */
  let taking = 0;

  /** Take an outline into the hand; whether it is there. */
  async function take(of: ShelfEntry): Promise<boolean> {
    const mine = ++taking;
    const found = await clipOf(of);
    if (!found || mine !== taking) return false; // another one was taken meanwhile
    hand.value = found;
    entry.value = of;
    size.value = [of.facts?.width ?? 0, of.facts?.height ?? 0];
    own.value = true;
    return true;
  }

  /** Place an outline where it was dropped, in its own size. */
  async function drop(of: ShelfEntry, at: Point): Promise<void> {
    const drawing = doc.id;
    const found = await clipOf(of);
    if (!found || doc.id !== drawing) return;
    const item = newId();
    selection.select([item]);
    edits.commit(placing(found, item, at, { linked: linked.value, container: container.active }));
  }

  /** Typed, the width; the height where it does not follow. */
  function put(axis: 0 | 1, value: number): void {
    const [width, height] = size.value;
    const times = value / (size.value[axis] || 1);
    if (own.value) size.value = [width * times, height * times];
    else size.value = axis === 0 ? [value, height] : [width, value];
  }

  const links = computed<Drawable[]>(() => selection.selectedItems.filter((i) => i.link !== null));
  /** What a linked copy follows, while it is on the shelf. */
  const followed = (of: Drawable): ShelfEntry | undefined =>
    shelf.entries.find((e) => e.key !== "" && e.key === of.link?.entry);

  /** Let linked copies show what is kept now, or another outline. */
  async function follow(of: ShelfEntry, items: string[], called: string | null): Promise<void> {
    const found = await clipOf(of);
    if (!found || items.length === 0) return;
    const { clip, key, state } = found;
    edits.commit({
      kind: "update_linked_copies",
      items,
      clip,
      copies: newId(),
      entry: key,
      state,
      ...(called === null ? {} : { called }),
    });
  }

  /** Give linked copies a value of their own of a measure; what it is refused for. */
  async function setMeasure(items: readonly Drawable[], name: string, formula: string) {
    const [first] = items;
    const source = first && followed(first);
    const found = source && (await clipOf(source));
    if (!found) return "Its source is no longer on the shelf.";
    try {
      await edits.commitChecked({
        kind: "update_linked_copies",
        items: items.map((i) => i.id),
        clip: found.clip,
        copies: newId(),
        entry: found.key,
        state: found.state,
        values: { [name]: formula.trim() === "" ? null : formula },
      });
      return "";
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      return problem.message;
    }
  }

  function unlink(): void {
    edits.commit({ kind: "unlink_items", items: links.value.map((i) => i.id) });
  }

  return {
    entry,
    hand,
    linked,
    size,
    own,
    compared,
    take,
    drop,
    put,
    links,
    followed,
    follow,
    setMeasure,
    unlink,
  };
});
