// Answers of several lines, each a value of JSON that is read as it comes.

/** Calls `take` with each line of a text that comes in pieces; one without an end is no line. */
export function lineReader(take: (line: string) => void): (piece: string) => void {
  let begun: string[] = [];
  return (piece) => {
    const lines = piece.split("\n");
    const last = lines.pop() ?? "";
    lines.forEach((line, n) => {
      take(n === 0 ? [...begun, line].join("") : line);
    });
    if (lines.length > 0) begun = [];
    begun.push(last);
  };
}
