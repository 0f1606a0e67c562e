// All stores of the open drawing, for what is handed them: the tools.
import { useActiveContainer } from "./activecontainer";
import { useCopies } from "./copies";
import { useDocument } from "./document";
import { useEdits } from "./edits";
import { useHistory } from "./history";
import { usePreview } from "./preview";
import { useSelection } from "./selection";

export const openDrawing = () => ({
  doc: useDocument(),
  selection: useSelection(),
  preview: usePreview(),
  history: useHistory(),
  container: useActiveContainer(),
  edits: useEdits(),
  copies: useCopies(),
});
export type OpenDrawing = ReturnType<typeof openDrawing>;
