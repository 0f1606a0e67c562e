// To which tab of a row a key leads (ARIA Authoring Practices, Tabs pattern).

export function tabAfter(key: string, at: number, count: number): number | null {
  if (key === "ArrowRight") return (at + 1) % count;
  if (key === "ArrowLeft") return (at - 1 + count) % count;
  if (key === "Home") return 0;
  return key === "End" ? count - 1 : null;
}
