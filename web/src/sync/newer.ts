// A page that is older than its server: it is renewed as soon as that disturbs nobody, and says so.
import { whenBuildIsKnown } from "../api/client";
import { shipped } from "../core/shipped";
import { remembered, remember } from "../lib/settings";

const TRIED = "renewed-for";

/** What keeps a page from being renewed now. */
export interface Renewing {
  /** Whether an edit waits, or is under way. */
  waits(): boolean;
  tell(sentence: string, action: { label: string; run: () => void }): void;
  reload(): void;
}

/** Whether the page is older than its server; it is renewed when it is next left or hidden. */
export function watchBuild({ waits, tell, reload }: Renewing): () => boolean {
  const { build: mine } = shipped();
  let newer = "";
  whenBuildIsKnown((build) => {
    if (build === mine || mine === "" || newer === build) return;
    newer = build;
    if (remembered(TRIED) === build) return; // it was renewed, and is still another one
    tell("A newer version is available. Reload the page to get it.", {
      label: "Reload",
      run: renew,
    });
  });
  function renew(): void {
    remember(TRIED, newer);
    reload();
  }
  document.addEventListener("visibilitychange", () => {
    if (document.hidden && newer && remembered(TRIED) !== newer && !waits()) renew();
  });
  return () => newer !== "" && remembered(TRIED) !== newer && !waits();
}
