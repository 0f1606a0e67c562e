// The place to draw in: the container that new items go into and that clicks look into. One is
// always in a layer, and in a group of it after having gone in.
import { computed, shallowRef } from "vue";
import type { Scene } from "./scene";

export class ContainerModel {
  private readonly wanted = shallowRef("");
  /** The container's id: the one gone into, or the front layer where that is gone. */
  readonly here = computed(() => {
    const wanted = this.wanted.value;
    if (this.showing.tree.value.holds(wanted)) return wanted;
    return this.showing.layers.at(-1) ?? "";
  });
  /** The way to it, from its layer on. */
  readonly path = computed(() => [
    ...this.showing.tree.value.above(this.here.value),
    this.here.value,
  ]);
  readonly layer = computed(() => this.path.value[0] ?? "");
  /** Whether one has gone into a group. */
  readonly inGroup = computed(() => this.path.value.length > 1);

  constructor(private readonly showing: Scene) {}

  /** All that can be picked from here, back to front: found out when it is asked for. */
  pickable(): string[] {
    return [...this.free()];
  }

  /** Whether there is anything to pick: what comes after the first of it is not looked at. */
  anyPickable(): boolean {
    return this.free().next().done !== true;
  }

  private *free(): Generator<string> {
    const tree = this.showing.tree.value;
    const containers = this.inGroup.value ? [this.here.value] : this.showing.layers;
    for (const container of containers) {
      if (!this.showing.free(container)) continue;
      for (const item of tree.in(container)) if (this.showing.shows(item)) yield item;
    }
  }

  enter(container: string): void {
    this.wanted.value = container;
  }

  /** Out of a group into what is around it; the group left, or null where one is in no group. */
  leave(): string | null {
    if (!this.inGroup.value) return null;
    const left = this.here.value;
    this.wanted.value = this.showing.tree.value.containerOf(left);
    return left;
  }

  /** Out of all groups. */
  leaveAll(): void {
    this.wanted.value = this.layer.value;
  }

  /** What a click on something drawn picks: the outermost group around it inside the place. */
  pickOf(drawn: string): string {
    const around = [...this.showing.tree.value.above(drawn), drawn];
    const at = around.indexOf(this.here.value);
    return around[at + 1] ?? around[1] ?? drawn;
  }

  /** Go to where an item is picked from: nowhere, where it can be picked from here. */
  goTo(item: string): void {
    const around = this.showing.tree.value.above(item);
    if (!around.includes(this.here.value)) this.wanted.value = around[0] ?? this.wanted.value;
  }

  /** Go into the very container of an item. */
  goInto(item: string): void {
    this.wanted.value = this.showing.tree.value.containerOf(item);
  }
}
