// What the Symmetry tool makes of its line, and the tool that comes into the hand then: one goes on
// with what was mirrored, or draws into an empty symmetry.
import { useMirroring } from "../stores/editing/mirroring";
import { useTools } from "./tools";

export function useMakingSymmetry(): () => Promise<void> {
  const mirroring = useMirroring();
  const tools = useTools();
  return async () => {
    const made = await mirroring.make();
    if (made) tools.use(made.items.length > 0 ? "select" : "pen");
  };
}
