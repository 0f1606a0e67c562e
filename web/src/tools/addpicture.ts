// Bringing a picture to trace: chosen, dropped on the canvas, or pasted.
import { ApiError, createFromFile } from "../api/client";
import { newId } from "../api/ids";
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

export function usePictures(): { bring(files: Iterable<File>): Promise<void> } {
  const doc = useDocument();
  const edits = useEdits();
  const selection = useSelection();
  const notices = useNotices();
  const tools = useTools();

  async function one(file: File): Promise<void> {
    const drawing = doc.id;
    const facts = await sent(`/drawings/${drawing}/pictures`, file);
    if (doc.id !== drawing) {
      notices.tell(
        "You left the drawing before the picture arrived, so it was not placed. Add it again.",
      );
      return;
    }
    const reference = newId();
    tools.use("reference");
    selection.select([]);
    edits.commit({
      kind: "add_reference",
      reference,
      picture: facts.id,
      called: file.name.slice(0, LONGEST_NAME) || "Pasted picture",
      pixels: [facts.width, facts.height],
    });
    doc.aid = reference;
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

  async function bring(files: Iterable<File>): Promise<void> {
    for (const file of files) {
      notices.tell(`Adding “${file.name}”…`);
      try {
        await one(file);
        notices.closeAll();
      } catch (problem) {
        if (!(problem instanceof ApiError)) throw problem;
        notices.closeAll();
        notices.tell(problem.message);
      }
    }
  }

  return { bring };
}
