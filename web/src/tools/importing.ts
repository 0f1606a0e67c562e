// Files brought to the board, chosen, dropped or pasted: forms become items where their file has them,
// pictures references or items, fonts fonts that words can be set in.
import type { Point } from "../api/types";
import { useClipboard } from "./clipboard";
import { FORM_FILES, PICTURES, askForFiles, isFont, isPicture } from "../lib/filepicker";
import { useText } from "../stores/editing/text";
import { useNotices } from "../session/notices";
import { usePictures } from "./addpicture";

const FILES = `${FORM_FILES},${PICTURES}`;

export function useImporting(): {
  bring(files: File[], at?: Point | null): Promise<void>;
  ask(): void;
  place(): void;
} {
  const clipboard = useClipboard();
  const lettering = useText();
  const pictures = usePictures();
  const notices = useNotices();

  async function bringFont(file: File): Promise<void> {
    const font = await lettering.bring(file);
    if (!font) return;
    const layOut = { label: "Import glyphs", run: () => void clipboard.takeIn(file) };
    notices.tell(`“${font.name}” is ready to use.`, layOut);
  }

  async function bring(files: File[], at: Point | null = null): Promise<void> {
    for (const file of files.filter((f) => !isPicture(f))) {
      await (isFont(file) ? bringFont(file) : clipboard.takeIn(file));
    }
    await pictures.bring(files.filter(isPicture), at);
  }

  return {
    bring,
    ask: () => askForFiles(FILES, (files) => void bring(files)),
    place: pictures.askToPlace,
  };
}
