// Sentences that appear for a while, some with one thing to do about them.
import { defineStore } from "pinia";
import { ref } from "vue";

export interface Notice {
  id: number;
  sentence: string;
  action?: { label: string; run: () => void };
}

const SHOWN_FOR = 8000;
/** With something to do about it: long enough to come to it by keys. */
const WITH_ACTION = 20_000;

export const useNotices = defineStore("toast", () => {
  const notices = ref<Notice[]>([]);
  let last = 0;

  function close(id: number): void {
    notices.value = notices.value.filter((n) => n.id !== id);
  }

  function tell(sentence: string, action?: Notice["action"], stays = false): void {
    const notice: Notice = { id: ++last, sentence, ...(action ? { action } : {}) };
    notices.value = [...notices.value.filter((n) => n.sentence !== sentence).slice(-2), notice];
    if (!stays) window.setTimeout(() => close(notice.id), action ? WITH_ACTION : SHOWN_FOR);
  }

  const closeAll = (): void => {
    notices.value = [];
  };

  return { notices, tell, close, closeAll };
});
