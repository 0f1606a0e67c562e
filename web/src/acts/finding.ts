// Finding an act by what people of the trade call it, and the number that may follow it.

/** Something that can be found: by its label first, by its other words, by where it lives. */
export interface Findable {
  readonly id: string;
  readonly label: string;
  readonly words: string;
  readonly where: string;
}

const plain = (text: string): string =>
  text
    .normalize("NFD")
    .replace(/\p{Diacritic}/gu, "")
    .toLowerCase();
/** The words of a text, without accents, capitals and signs. */
export const wordsOf = (text: string): string[] =>
  plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** What is typed: words, and what may be a number at the end of them. */
export interface Query {
  readonly words: readonly string[];
  /** As it was typed, with its unit: "30", "2 mm", "12*2". */
  readonly number: string | null;
}

/** Words up to the first that begins like a number; all from there on is the number. */
export function query(text: string): Query {
  const at = /(?:^|\s)([-−+]?[\d.(].*)$/u.exec(text);
  const number = at?.[1]?.trim() ?? null;
  return { words: wordsOf(at ? text.slice(0, at.index) : text), number };
}

const [WHOLE, STARTS, WORD, SYNONYM, WITHIN, PLACE] = [100, 60, 40, 30, 12, 8];

/** How well one word of the query names it; 0: not at all. */
function match(word: string, label: readonly string[], text: string, others: readonly string[]) {
  if (label[0]?.startsWith(word)) return label[0] === word ? STARTS + 4 : STARTS;
  if (label.some((l) => l.startsWith(word))) return WORD;
  if (others.includes(word)) return SYNONYM + 4;
  if (others.some((o) => o.startsWith(word))) return SYNONYM;
  return word.length > 2 && text.includes(word) ? WITHIN : 0;
}

interface Prepared<T> {
  readonly entry: T;
  /** All of it in one text: a word that is not in there needs no closer look. */
  readonly all: string;
  readonly label: readonly string[];
  readonly text: string;
  readonly others: readonly string[];
  readonly where: readonly string[];
}

/** Entries made ready to be searched, once: a letter is answered without reading them again. */
export class Finder<T extends Findable> {
  private readonly prepared: readonly Prepared<T>[];

  constructor(entries: readonly T[]) {
    this.prepared = entries.map((entry) => ({
      entry,
      all: plain(`${entry.label} ${entry.words} ${entry.where}`),
      label: wordsOf(entry.label),
      text: plain(entry.label),
      others: wordsOf(entry.words),
      where: wordsOf(entry.where),
    }));
  }

  /**
   * What the words name, the best first; `recent` (ids, the last first) comes before its equals.
   * Every word has to name it. Without words: the recent ones, then all in their order.
   */
  find(words: readonly string[], recent: readonly string[] = []): T[] {
    const typed = words.join(" ");
    const found = this.prepared.flatMap((p, order) => {
      if (!words.every((word) => p.all.includes(word))) return [];
      let score = p.text === typed ? WHOLE : 0;
      for (const word of words) {
        const met =
          match(word, p.label, p.text, p.others) ||
          (p.where.some((w) => w.startsWith(word)) ? PLACE : 0);
        if (met === 0) return [];
        score += met;
      }
      const last = recent.indexOf(p.entry.id);
      const fresh = last < 0 ? 0 : (recent.length - last) / recent.length;
      return [{ entry: p.entry, score: score + (words.length > 0 ? fresh * 3 : fresh), order }];
    });
    return found.sort((a, b) => b.score - a.score || a.order - b.order).map((f) => f.entry);
  }
}
