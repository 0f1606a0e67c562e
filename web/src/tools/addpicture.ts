// Bringing pictures, to trace or as items: chosen, dropped on the canvas, or pasted.
import { ApiError, createFromFile } from "../api/client";
import { newId } from "../api/ids";
import type { Point } from "../api/types";
import { PICTURES, askForFiles } from "../lib/filepicker";
import { useActiveContainer } from "../stores/board/activecontainer";
import { useDocument } from "../stores/board/document";
import { useEdits } from "../stores/board/edits";
import { useSelection } from "../stores/board/selection";
import { useNotices } from "../session/notices";
import { useTools } from "./tools";

const LONGEST_NAME = 100;
const MOST_TRIES = 20;
const TRY_AGAIN = 1500;

interface PictureFacts {
  id: number;
  width: number;
  height: number;
}

/** How pictures that are brought come in. */
type As = "reference" | "item";

export interface Pictures {
  /** Bring pictures: to trace while nothing is drawn or their tool is active, else as items. */
  bring(files: Iterable<File>, at?: Point | null, as?: As | null): Promise<void>;
  /** Let the designer choose pictures to be placed as items. */
  askToPlace(): void;
  /** Let the designer choose a picture that items are filled with. */
  askToFill(items: string[]): void;
}

export function usePictures(): Pictures {
  const doc = useDocument();
  const container = useActiveContainer();
  const edits = useEdits();
  const selection = useSelection();
  const notices = useNotices();
  const tools = useTools();

  const called = (file: File): string => file.name.slice(0, LONGEST_NAME) || "Pasted picture";
  const usual = (): As => (tools.name === "reference" || doc.count === 0 ? "reference" : "item");

  function trace(facts: PictureFacts, name: string): void {
    const reference = newId();
    tools.use("reference");
    selection.select([]);
    edits.commit({
      kind: "add_reference",
      reference,
      picture: facts.id,
      called: name,
      pixels: [facts.width, facts.height],
    });
    doc.aid = reference;
    notices.tell("Added as a reference to trace; it is not exported.", {
      label: "Place as an item",
      run: () => {
        edits.commit({ kind: "delete_reference", reference });
        place(facts, name, null);
      },
    });
  }

  function place(facts: PictureFacts, name: string, at: Point | null): void {
    const item = newId();
    edits.commit({
      kind: "place_picture",
      item,
      picture: facts.id,
      called: name,
      pixels: [facts.width, facts.height],
      at,
      container: container.active,
    });
    if (tools.name !== "anchors") tools.use("select");
    selection.select([item]);
  }

  /** Send a file, if the drawing is still open once it has arrived. */
  async function arrived(file: File): Promise<PictureFacts | null> {
    const drawing = doc.id;
    const facts = await sent(`/drawings/${drawing}/pictures`, file);
    if (doc.id === drawing) return facts;
    notices.tell(
      "You left the drawing before the picture arrived, so it was not placed. Add it again.",
    );
    return null;
  }

  /** Send a file; again while others are being read. */
  async function sent(path: string, file: File): Promise<PictureFacts> {
    for (let left = MOST_TRIES; ; left -= 1) {
      try {
        return await createFromFile<PictureFacts>(path, file);
      } catch (problem) {
        if (!(problem instanceof ApiError) || problem.code !== "busy" || left === 0) throw problem;
        await new Promise((done) => window.setTimeout(done, TRY_AGAIN));
      }
    }
  }

  async function each(
    files: Iterable<File>,
    then: (facts: PictureFacts, name: string) => void,
  ): Promise<void> {
    for (const file of files) {
      notices.tell(`Adding “${file.name}”…`);
      try {
        const facts = await arrived(file);
        if (!facts) return;
        notices.closeAll();
        then(facts, called(file));
      } catch (problem) {
        if (!(problem instanceof ApiError)) throw problem;
        notices.closeAll();
        notices.tell(problem.message);
      }
    }
  }

  async function bring(
    files: Iterable<File>,
    at: Point | null = null,
    as: As | null = null,
  ): Promise<void> {
    const wanted = as ?? usual();
    await each(files, (facts, name) => {
      if (wanted === "reference") {
        trace(facts, name);
        return;
      }
      place(facts, name, at);
      const placed = selection.selected;
      notices.tell("Placed as an item.", {
        label: "Use as reference",
        run: () => {
          edits.commit({ kind: "delete_items", items: placed });
          trace(facts, name);
        },
      });
    });
  }

  function fill(file: File | undefined, items: string[]): void {
    if (!file) return;
    void each([file], ({ id, width, height }) =>
      edits.commit({ kind: "set_picture", items, picture: id, pixels: [width, height] }),
    );
  }

  return {
    bring,
    askToPlace: () => askForFiles(PICTURES, (files) => void bring(files, null, "item")),
    askToFill: (items) => askForFiles(PICTURES, ([first]) => fill(first, items)),
  };
}
