// Colours that were used lately, and what the core says of a colour.
import { defineDrawingStore } from "../perdrawing";
import { ref } from "vue";
import { ApiError } from "../../api/client";
import type { ColourFacts } from "../../api/types";
import { core } from "../../core";
import { useDocument } from "../board/document";
import { remember, rememberedAs } from "../../lib/settings";
import { useNotices } from "../../session/notices";

const KEY = "colours";
const MOST = 12;
const isList = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((v) => typeof v === "string" && /^#[0-9A-F]{6}$/.test(v));

export const useColours = defineDrawingStore("colours", () => {
  const doc = useDocument();
  const notices = useNotices();
  const recent = ref<string[]>(rememberedAs(KEY, [], isList).slice(0, MOST));

  /** All about a colour, compared with the sheet; null where it is none, which is said. */
  async function read(text: string): Promise<ColourFacts | null> {
    try {
      return await core.colour(text.slice(0, 200), doc.sheet.colour ?? "#FFFFFF");
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(problem.message);
      return null;
    }
  }
  function used(colour: string): void {
    recent.value = [colour, ...recent.value.filter((c) => c !== colour)].slice(0, MOST);
    remember(KEY, JSON.stringify(recent.value));
  }
  return { recent, read, used };
});
