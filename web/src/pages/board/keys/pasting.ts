// The clipboard's keys: copy, cut and paste of items; pictures that are pasted become references or items.
import { onBeforeUnmount, onMounted } from "vue";
import { useClipboard } from "../../../tools/clipboard";
import { isTyped } from "../../../lib/focus";

const SVG = "image/svg+xml";

export function useClipboardKeys(bring: (files: File[]) => void): void {
  const clipboard = useClipboard();
  /** Shift was held with the last V: what is pasted comes where it was. */
  let inPlace = false;

  const selects = (): boolean => (window.getSelection()?.toString() ?? "") !== "";

  function copied(event: ClipboardEvent): void {
    if (isTyped(event) || selects()) return;
    event.preventDefault();
    void clipboard.copy();
  }
  function cut(event: ClipboardEvent): void {
    if (isTyped(event)) return;
    event.preventDefault();
    void clipboard.cut();
  }
  function pasted(event: ClipboardEvent): void {
    if (isTyped(event)) return;
    const data = event.clipboardData;
    const files = [...(data?.files ?? [])];
    const drawn = files.find((f) => f.type === SVG);
    const text = data?.getData(SVG) || data?.getData("text/plain") || "";
    event.preventDefault();
    if (text) void clipboard.paste(text, inPlace);
    else if (drawn) void drawn.text().then((t) => clipboard.paste(t, inPlace));
    else if (files.length > 0) bring(files);
    else void clipboard.paste("", inPlace);
  }
  function down(event: KeyboardEvent): void {
    if (event.key.toLowerCase() === "v") inPlace = event.shiftKey;
  }

  const listeners = { copy: copied, cut, paste: pasted, keydown: down };
  onMounted(() => {
    for (const [name, act] of Object.entries(listeners)) {
      window.addEventListener(name, act as EventListener);
    }
  });
  onBeforeUnmount(() => {
    for (const [name, act] of Object.entries(listeners)) {
      window.removeEventListener(name, act as EventListener);
    }
  });
}
