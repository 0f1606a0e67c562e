/** Writes the service worker into a folder that is complete. */
export function writeServiceWorker(dist: string, build: string): Promise<void>;
