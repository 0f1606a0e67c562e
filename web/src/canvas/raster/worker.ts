// The painter in a worker of its own.
import { Painter } from "./painter";
import type { Overview, Painted, Told } from "./protocol";

const post = self as unknown as {
  postMessage(message: Painted | Overview, transfer: Transferable[]): void;
};
const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();

const painter = new Painter({
  canvas: (width, height) => new OffscreenCanvas(width, height),
  path: (data) => new Path2D(data),
  pause: () =>
    new Promise((done) => {
      waiting.push(done);
      channel.port2.postMessage(null);
    }),
  post: (message, transfer) => post.postMessage(message, transfer),
});
// what fails in a promise is told to the page as any other fault: it does without pictures then
self.addEventListener("unhandledrejection", ({ reason }) => {
  setTimeout(() => {
    throw reason;
  });
});
self.onmessage = (event: MessageEvent<Told>) => painter.tell(event.data);
