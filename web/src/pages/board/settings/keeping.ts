// Keys that somebody gives to acts: they hold at once and are kept with the account.
import { ApiError, put } from "../../../api/client";
import type { Me } from "../../../api/types";
import { keymap, takeKeymap, type Keymap } from "../../../acts/keymap";
import { LatestOnly } from "../../../lib/latestonly";
import { useNotices } from "../../../session/notices";
import { usePerson } from "../../../session/person";

export function useKeepingKeys(): (change: (now: Keymap) => Keymap) => void {
  const notices = useNotices();
  const person = usePerson();
  const keeping = new LatestOnly<Keymap>(async (wanted) => {
    try {
      person.keyboard = await put<Me["keyboard"]>("/me/keyboard", wanted);
    } catch (problem) {
      if (!(problem instanceof ApiError)) throw problem;
      notices.tell(`The keys hold in this window, but are not kept yet. ${problem.message}`, {
        label: "Try again",
        run: () => keeping.put(keymap()),
      });
    }
  });
  return (change) => {
    takeKeymap(change(keymap()));
    keeping.put(keymap());
  };
}
