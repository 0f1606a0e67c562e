// Files brought to the board, chosen, dropped or pasted: SVG becomes items where its file has them,
// pictures become underlays.
import { useClipboard } from "../stores/clipboard";
import { SVG_FILES, askForFiles, isSvg } from "../stores/choosingfiles";
import { usePictures } from "./pictures";

const FILES = `${SVG_FILES},image/png,image/jpeg,image/webp`;

export function useBringing(): { bring(files: File[]): Promise<void>; ask(): void } {
  const clipboard = useClipboard();
  const pictures = usePictures();

  async function bring(files: File[]): Promise<void> {
    for (const file of files.filter(isSvg)) await clipboard.paste(await file.text(), true);
    await pictures.bring(files.filter((f) => !isSvg(f)));
  }

  return { bring, ask: () => askForFiles(FILES, (files) => void bring(files)) };
}
