// The core's sources, for a worker that has to start from them.
export const SOURCES = import.meta.glob<string>("../../../core/buildup/**/*.py", {
  query: "?raw",
  import: "default",
  eager: true,
});
