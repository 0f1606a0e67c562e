// The core as the rest of the front end knows it.
import type { Core } from "./door";
import { serverCore } from "./server";

export const core: Core = serverCore;
