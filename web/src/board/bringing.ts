// Files brought to the board, chosen, dropped or pasted: forms become items where their file has them,
// pictures become underlays.
import { useClipboard } from "../stores/clipboard";
import { FORM_FILES, askForFiles, isPicture } from "../stores/choosingfiles";
import { usePictures } from "./pictures";

const FILES = `${FORM_FILES},image/png,image/jpeg,image/webp`;

export function useBringing(): { bring(files: File[]): Promise<void>; ask(): void } {
  const clipboard = useClipboard();
  const pictures = usePictures();

  async function bring(files: File[]): Promise<void> {
    for (const file of files.filter((f) => !isPicture(f))) await clipboard.takeIn(file);
    await pictures.bring(files.filter(isPicture));
  }

  return { bring, ask: () => askForFiles(FILES, (files) => void bring(files)) };
}
