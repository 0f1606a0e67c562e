// Bringing a picture to trace: chosen, dropped on the canvas, or pasted.
import { Trouble, sendFile } from "../api/client";
import { newId } from "../core/ids";
import { useBoard } from "../stores/board";
import { useToast } from "../stores/toast";
import { useTools } from "../stores/tools";

const LONGEST_NAME = 100;

export function usePictures(): { bring(files: Iterable<File>): Promise<void> } {
  const board = useBoard();
  const toast = useToast();
  const tools = useTools();

  async function one(file: File): Promise<void> {
    const facts = await sendFile<{ id: number; width: number; height: number }>(
      `/drawings/${board.id}/pictures`,
      file,
    );
    const underlay = newId();
    tools.use("underlay");
    board.select([]);
    board.commit({
      kind: "place_underlay",
      underlay,
      picture: facts.id,
      called: file.name.slice(0, LONGEST_NAME) || "Pasted picture",
      pixels: [facts.width, facts.height],
    });
    board.aid = underlay;
  }

  async function bring(files: Iterable<File>): Promise<void> {
    for (const file of files) {
      toast.tell(`Bringing in “${file.name}” …`);
      try {
        await one(file);
        toast.closeAll();
      } catch (problem) {
        if (!(problem instanceof Trouble)) throw problem;
        toast.closeAll();
        toast.tell(problem.sentence);
      }
    }
  }

  return { bring };
}
