// A list of drawings that is read some at a time; what is asked for last is what is shown.
import { shallowRef, ref, type Ref, type ShallowRef } from "vue";
import { ApiError, get } from "../../api/client";
import type { Card, CardPage } from "../../api/types";

const LOAD_AGAIN = 2000;
/** The most that one answer holds. */
const MOST = 200;
const PAGE = 60;

export interface CardList {
  cards: ShallowRef<readonly Card[]>;
  /** There are more after the last of them. */
  more: Ref<boolean>;
  loaded: Ref<boolean>;
  /** Why the list is not there or not fresh, where that may pass; it is tried again. */
  waitsFor: Ref<string>;
  /** Read it anew, as far as it was shown. */
  load: () => Promise<void>;
  /** Read on. */
  loadMore: () => Promise<void>;
  /** Nobody looks at it any more. */
  leave: () => void;
}

/**
 * @param path where the list is, with what is asked of it, as it is now.
 * @param first what else has to be there before it is shown.
 */
export function cardList(path: () => string, first: () => Promise<unknown>): CardList {
  const cards = shallowRef<readonly Card[]>([]);
  const more = ref(false);
  const loaded = ref(false);
  const waitsFor = ref("");
  let left = false;
  let asked = 0;
  let shown = "";

  const page = (question: string): Promise<CardPage> => {
    const there = path();
    return get<CardPage>(`${there}${there.includes("?") ? "&" : "?"}${question}`);
  };

  /** What an answer brings, unless something else was asked for meanwhile. */
  async function latest(question: () => Promise<void>, again: () => Promise<void>): Promise<void> {
    const mine = (asked += 1);
    try {
      await question();
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      if (mine !== asked || left) return;
      waitsFor.value = problem.message;
      window.setTimeout(() => !left && mine === asked && void again(), LOAD_AGAIN);
    }
  }

  async function load(): Promise<void> {
    const there = path();
    const many = there === shown ? Math.min(Math.max(cards.value.length, PAGE), MOST) : PAGE;
    await latest(async () => {
      const mine = asked;
      await first();
      const found = await page(`most=${many}`);
      if (mine !== asked) return;
      shown = there;
      cards.value = found.cards;
      more.value = found.more;
      loaded.value = true;
      waitsFor.value = "";
    }, load);
  }

  async function loadMore(): Promise<void> {
    const last = cards.value.at(-1);
    if (!last || !more.value) return;
    await latest(async () => {
      const mine = asked;
      const found = await page(`after=${last.id}&most=${PAGE}`);
      if (mine !== asked) return;
      const there = new Set(cards.value.map((c) => c.id));
      cards.value = [...cards.value, ...found.cards.filter((c) => !there.has(c.id))];
      more.value = found.more;
      waitsFor.value = "";
    }, loadMore);
  }

  return { cards, more, loaded, waitsFor, load, loadMore, leave: () => (left = true) };
}
