// Edits on their way: in the order in which they were made, shown at once where the core is here,
// and given to the post, which sends them until they are kept.
import { computed, ref } from "vue";
import type { Command } from "../../api/types";
import { localDrawing } from "../../core";
import type { Shown } from "../../core/coreapi";
import { newId } from "../../api/ids";
import type { Aiming } from "../../api/types";
import { fault } from "../../lib/faults";
import { serialQueue } from "../../lib/serialqueue";
import type { PendingEdit } from "../../core/pendingedit";
import type { useSyncStore } from "../../sync/syncstore";
import type { SelectionModel } from "./selectionmodel";
import type { HistoryModel } from "./historymodel";
import type { PreviewModel } from "./previewmodel";
import type { Scene } from "./scene";

export class EditQueue {
  /** How many edits are finding out what they meet. */
  readonly aims = ref(0);
  readonly outbox = computed(() => {
    const id = this.drawing();
    return id === 0 ? null : (this.post.boxes.get(id) ?? null);
  });
  /** What is done happens in the order in which it was; what fails stops nothing behind it. */
  private readonly line = serialQueue();
  /** The last edit, and when it was made: a series of nudges is one step. */
  private last: { edit: string; at: number } | null = null;
  /** Edits after which the core has not yet said what is selected, and what was when they were made. */
  private readonly unselected = new Map<string, readonly string[]>();
  /** That what was put last is shown, if it can be. */
  private showingLast: Promise<void> = Promise.resolve();

  constructor(
    private readonly drawing: () => number,
    private readonly post: ReturnType<typeof useSyncStore>,
    private readonly showing: Scene,
    private readonly choice: SelectionModel,
    private readonly preview: PreviewModel,
    private readonly history: HistoryModel,
    private readonly made: (command: Command) => void,
  ) {}

  /** What was of one drawing ends with it: nothing goes on with its last edit. */
  forget(): void {
    this.last = null;
    this.unselected.clear();
  }

  get waiting(): number {
    return this.outbox.value?.waiting ?? 0;
  }

  /** Keep an edit, after those that are still finding out what they meet; or at once. */
  commit(command: Command, merge: boolean, now = false): void {
    if (this.isHeld()) return;
    const send = this.prepared(command, this.choice.items.value, merge);
    if (now) send(command);
    else this.inTurn(() => send(command));
  }

  /** Keep an edit of something that may meet something first. */
  commitAimed(aiming: Aiming | null, command: Command): void {
    if (this.isHeld()) return;
    const send = this.prepared(command, this.choice.items.value, false);
    const aim = this.preview.aimOf(aiming);
    this.preview.hold(true);
    this.later(async () => {
      let met = command;
      try {
        met = await this.preview.aimed(aim, command);
      } finally {
        send(met);
      }
    });
  }

  /** What the hand let go of is held by a formula, as was said: nothing is done. */
  private isHeld(): boolean {
    if (this.preview.heldBy.value === null) return false;
    this.preview.over();
    this.preview.clear();
    return true;
  }

  /** Do something once all that was done before is shown. */
  after(act: () => void | Promise<void>): void {
    this.later(async () => {
      await this.showingLast;
      await act();
    });
  }

  /** An edit is about to be made, once something is known: it counts as on its way. */
  awaits(known: Promise<void>): Promise<void> {
    this.aims.value += 1;
    return known.finally(() => {
      this.aims.value -= 1;
    });
  }

  /** Go along the history, once it is plain what the edits just made are called. */
  go(to: "undo" | "redo" | number, nothing: () => void): void {
    this.last = null;
    const drawing = this.drawing();
    this.later(async () => {
      await this.showingLast;
      if (drawing !== this.drawing()) return; // it was left meanwhile
      const { undo, redo } = this.history;
      const step = to === "undo" ? undo.value : to === "redo" ? redo.value : null;
      if (typeof to === "string" && !step && this.waiting === 0) {
        nothing();
        return;
      }
      const pending: PendingEdit = {
        id: newId(),
        path: "go",
        to,
        edit: step?.edit ?? null,
        ...this.choice.query(),
      };
      const send = this.post.prepare(drawing, pending);
      if (send) this.put(pending, send);
    });
  }

  /** Lay what a letter shows over what is kept. */
  overlay(pending: PendingEdit, shown: Shown): void {
    const { repaint, undo: step } = shown;
    if (step?.edit === pending.id) this.post.call(this.drawing(), pending.id, step.name);
    if (!this.outbox.value?.has(pending.id)) return;
    this.takeNextSteps(shown);
    if (!repaint) return;
    this.showing.queue(repaint);
    this.choice.keep(repaint);
    this.takeSelection(pending.id, repaint.selects);
  }

  /** Select what the core says, once, unless something else was selected meanwhile. */
  takeSelection(edit: string, selects: readonly string[]): void {
    const then = this.unselected.get(edit);
    this.unselected.delete(edit);
    const here = (ids: readonly string[]): string => ids.filter((i) => this.showing.item(i)).join();
    if (!then || selects.length === 0 || here(then) !== here(this.choice.items.value)) return;
    this.choice.select([...selects]);
  }

  /** Undo and redo as the core sees them with what is on its way. */
  takeNextSteps(shown: Pick<Shown, "undo" | "redo"> | null): void {
    if (this.waiting > 0 && shown) {
      this.history.queued.value = { undo: shown.undo, redo: shown.redo };
    }
  }

  /** All is kept: what the server said replaces what was shown meanwhile. */
  clear(): void {
    this.showing.queued.clear();
    this.history.queued.value = null;
    this.preview.hold(false);
  }

  private inTurn(act: () => void): void {
    if (this.aims.value === 0) act();
    else this.later(() => Promise.resolve(act()));
  }

  /** Do something in its turn; meanwhile it counts as on its way. */
  private later(act: () => Promise<void>): void {
    this.aims.value += 1;
    void this.line(act)
      .catch(fault)
      .finally(() => {
        this.aims.value -= 1;
      });
  }

  /** An edit that was just made: stored at once, and sent with the command that comes of it. */
  private prepared(
    command: Command,
    selection: string[],
    merge: boolean,
  ): (command: Command) => void {
    const now = performance.now();
    const pause = this.last === null ? 0 : (now - this.last.at) / 1000;
    const follows = merge && this.last !== null ? { edit: this.last.edit, pause } : null;
    const id = newId();
    this.last = { edit: id, at: now };
    const query = this.choice.query(selection);
    const pending: PendingEdit = { id, path: "commands", command, ...query, follows };
    const drawing = this.drawing();
    const send = this.post.prepare(drawing, pending);
    return (met) => {
      const sent = met === command ? pending : { ...pending, command: met };
      if (drawing !== this.drawing()) {
        send?.(sent); // the drawing was left meanwhile: its post goes on
        return;
      }
      this.made(met);
      this.choice.message.value = "";
      this.unselected.set(id, this.choice.items.value);
      if (send) this.put(sent, send);
    };
  }

  /** On its way, and shown at once where the core is here. */
  private put(pending: PendingEdit, send: (pending: PendingEdit) => void): void {
    this.preview.over();
    this.preview.hold(true);
    send(pending);
    if (!localDrawing.there) {
      // Without the core: an edit on its way is what undo takes back; after that, whatever is next.
      const edit = pending.path === "commands" ? pending.id : null;
      this.history.queued.value = { undo: edit ? { edit, name: "" } : null, redo: null };
    }
    this.showingLast = this.show(pending).catch(fault);
  }

  private async show(pending: PendingEdit): Promise<void> {
    const gesture = this.preview.gesture;
    const shown = await localDrawing.queue(pending, this.choice.query());
    if (!shown) return;
    this.overlay(pending, shown);
    if (!this.outbox.value?.has(pending.id) || !shown.repaint || gesture !== this.preview.gesture)
      return;
    this.preview.settle();
    this.preview.clear();
    this.choice.show(shown.repaint);
    this.preview.hold(false);
  }
}
