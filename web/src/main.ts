import "@fontsource-variable/hanken-grotesk";
import "./theme/base.css";
import { createPinia } from "pinia";
import PrimeVue from "primevue/config";
import { createApp, type App as Application } from "vue";
import App from "./App.vue";
import { watchFaults } from "./lib/faults";
import { newRouter } from "./router";
import { useNotices } from "./session/notices";
import { keepPage } from "./sync/offline";
import { preset } from "./theme/preset";

function mounted(): Application {
  const app = createApp(App)
    .use(createPinia())
    .use(newRouter())
    .use(PrimeVue, { theme: { preset, options: { darkModeSelector: ".night" } } });
  watchFaults(app, (sentence, action) => useNotices().tell(sentence, action, true));
  app.mount("#app");
  return app;
}

let app = mounted();
keepPage();

/** For tests: all begins anew at the page's address, but what is loaded and the core stay. */
if (import.meta.env.MODE === "doors") {
  window.addEventListener("begin-anew", () => {
    app.unmount();
    app = mounted();
  });
}
