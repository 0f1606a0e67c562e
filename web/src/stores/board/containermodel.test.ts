import { expect, test } from "vitest";
import { ContainerModel } from "./containermodel";
import type { Scene } from "./scene";

/** Two layers: in the back one a group of two, in the front one a leaf. */
const ABOVE: Record<string, string[]> = {
  a: ["back", "group"],
  group: ["back"],
  leaf: ["front"],
};
const HELD: Record<string, string[]> = {
  back: ["group"],
  group: ["a"],
  front: ["leaf"],
};
/** Items that were looked at. */
const looked: string[] = [];
const scene = {
  layers: ["back", "front"],
  tree: {
    value: {
      holds: (id: string) => id in HELD,
      above: (id: string) => ABOVE[id] ?? [],
      in: (id: string) => HELD[id] ?? [],
      containerOf: (id: string) => ABOVE[id]?.at(-1) ?? "",
    },
  },
  free: () => true,
  shows: (id: string) => {
    looked.push(id);
    return id !== "leaf";
  },
} as unknown as Scene;

test("a click picks what lies directly in the active container", () => {
  const container = new ContainerModel(scene);
  expect([container.here.value, container.inGroup.value]).toEqual(["front", false]);
  expect(container.pickOf("leaf")).toBe("leaf");
  container.enter("group");
  expect([container.layer.value, container.path.value]).toEqual(["back", ["back", "group"]]);
  expect(container.pickOf("a")).toBe("a");
});

test("one leaves a group into what is around it, and all groups for the layer", () => {
  const container = new ContainerModel(scene);
  expect(container.leave()).toBeNull();
  container.goInto("a");
  expect(container.here.value).toBe("group");
  expect(container.leave()).toBe("group");
  expect(container.here.value).toBe("back");
  container.enter("group");
  container.leaveAll();
  expect(container.here.value).toBe("back");
});

test("what is gone leads to the front layer; only what is free can be picked", () => {
  const container = new ContainerModel(scene);
  container.enter("gone");
  expect(container.here.value).toBe("front");
  expect(container.pickable()).toEqual(["group"]);
  container.enter("group");
  expect(container.pickable()).toEqual(["a"]);
  looked.length = 0;
  expect(container.anyPickable()).toBe(true);
  expect(looked).toEqual(["a"]);
  container.goTo("leaf");
  expect(container.here.value).toBe("front");
});
