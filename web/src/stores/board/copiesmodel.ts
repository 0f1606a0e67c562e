// Which image of a symmetry is under the hand. What is picked, dragged or drawn in an image acts
// there: places under the pointer are brought back to the original, the marks show in the image.
import { computed, shallowRef } from "vue";
import type { Matrix, Point } from "../../api/types";
import { after, inverse, mapped } from "../../core/matrices";
import type { Scene } from "./scene";

/** For each symmetry around an item, the outermost first, which of its images is meant. */
export type CopyIndex = readonly number[];

export class CopiesModel {
  private readonly turns = shallowRef<CopyIndex>([]);
  private readonly around = computed(() => this.aroundAll(this.selected()));
  /** Where the image under the hand has what is selected; null: it is the original itself. */
  readonly here = computed<Matrix | null>(() => this.matrixOf(this.around.value, this.turns.value));
  /** All other images of what is selected, the original among them. */
  readonly others = computed<{ turns: CopyIndex; matrix: Matrix | null }[]>(() => {
    const around = this.around.value;
    if (around.length === 0) return [];
    const mine = around.map((_, n) => this.turns.value[n] ?? 0).join();
    return this.every(around)
      .filter((turns) => turns.join() !== mine)
      .map((turns) => ({ turns, matrix: this.matrixOf(around, turns) }));
  });

  constructor(
    private readonly showing: Scene,
    private readonly selected: () => readonly string[],
  ) {}

  /** The hand is in this image now. */
  take(turns: CopyIndex): void {
    if (turns.join() !== this.turns.value.join()) this.turns.value = turns;
  }

  /** A place under the pointer, brought back to where the original of some items has it. */
  toOriginal(place: Point, items?: readonly string[]): Point {
    const matrix = items ? this.matrixOf(this.aroundAll(items), this.turns.value) : this.here.value;
    return matrix ? mapped(inverse(matrix), place) : place;
  }

  /** A way on the screen, as the original takes it for that. */
  turnedBack(by: Point): Point {
    const [from, to] = [this.toOriginal([0, 0]), this.toOriginal(by)];
    return [to[0] - from[0], to[1] - from[1]];
  }

  /** A place of the original, where the image under the hand has it. */
  fromOriginal(place: Point): Point {
    return this.here.value ? mapped(this.here.value, place) : place;
  }

  /** The symmetries around all of some items; none where they lie in different ones. */
  private aroundAll(items: readonly string[]): string[] {
    const [first, ...others] = items.map((i) => this.symmetriesAround(i));
    const same = others.every((o) => o.join() === first?.join());
    return same && first ? first : [];
  }

  /** The symmetries around an item, the outermost first. */
  symmetriesAround(item: string): string[] {
    const above = this.showing.tree.value.above(item);
    return above.filter((i) => this.showing.item(i)?.type === "symmetry");
  }

  /** Where all images of an item are, the item itself among them. */
  matricesOf(item: string): { turns: CopyIndex; matrix: Matrix | null }[] {
    const around = this.symmetriesAround(item);
    return this.every(around).map((turns) => ({ turns, matrix: this.matrixOf(around, turns) }));
  }

  private every(around: readonly string[]): CopyIndex[] {
    let found: CopyIndex[] = [[]];
    for (const symmetry of around) {
      const count = this.imagesOf(symmetry).length;
      const each = Array.from({ length: count }, (_, k) => k);
      found = found.flatMap((turns) => each.map((k) => [...turns, k]));
    }
    return found;
  }

  private imagesOf(symmetry: string): readonly Matrix[] {
    return this.showing.item(symmetry)?.symmetry?.images ?? [];
  }

  private matrixOf(around: readonly string[], turns: CopyIndex): Matrix | null {
    let found: Matrix | null = null;
    around.forEach((symmetry, n) => {
      const turn = turns[n] ?? 0;
      const matrix = turn === 0 ? undefined : this.imagesOf(symmetry)[turn];
      if (matrix) found = found ? after(found, matrix) : matrix;
    });
    return found;
  }
}
