// Files that the system opens with the installed application (Launch Handler, File Handling).

interface Launch {
  files?: readonly { getFile(): Promise<File> }[];
}
interface LaunchQueue {
  setConsumer(take: (launch: Launch) => void): void;
}

/** Take the files that this window was opened with, and those it is given later. */
export function launchedWith(take: (files: File[]) => void): void {
  const { launchQueue } = window as { launchQueue?: LaunchQueue };
  launchQueue?.setConsumer(({ files = [] }) => {
    if (files.length === 0) return;
    void Promise.all(files.map((handle) => handle.getFile())).then(take);
  });
}
