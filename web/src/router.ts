// The screens and who may see them.
import {
  createRouter,
  createWebHistory,
  type RouteLocationNormalized,
  type RouteRecordRaw,
  type Router,
} from "vue-router";
import SignInPage from "./pages/home/SignInPage.vue";
import { ApiError, get } from "./api/client";
import { usePerson } from "./session/person";
import { useNotices } from "./session/notices";

declare module "vue-router" {
  interface RouteMeta {
    /** What the page is called; a drawing's page has the drawing's name. */
    title?: string;
  }
}

const routes: RouteRecordRaw[] = [
  {
    path: "/",
    name: "drawings",
    component: () => import("./pages/home/DrawingsPage.vue"),
    meta: { title: "Drawings" },
  },
  {
    path: "/bin",
    name: "bin",
    component: () => import("./pages/home/BinPage.vue"),
    meta: { title: "Bin" },
  },
  { path: "/sign-in", name: "sign-in", component: SignInPage, meta: { title: "Sign in" } },
  {
    path: "/drawings/:id(\\d+)",
    name: "board",
    component: () => import("./pages/board/BoardPage.vue"),
    props: (route) => ({ id: Number(route.params["id"]) }),
  },
  {
    path: "/drawings/:id(\\d+)/cutting-table",
    name: "cutting-table",
    component: () => import("./pages/cutting/CuttingPage.vue"),
    props: (route) => ({ id: Number(route.params["id"]) }),
  },
  { path: "/:rest(.*)*", redirect: "/" },
];

export function newRouter(): Router {
  const router = createRouter({ history: createWebHistory(), routes });
  router.beforeEach(async (to) => {
    const person = usePerson();
    if (!person.known) await person.load().catch(() => undefined);
    if (person.known && person.name === null && to.name !== "sign-in") {
      return { name: "sign-in", query: { to: to.fullPath } };
    }
    return true;
  });
  router.onError((problem: unknown, to, from) => {
    console.warn(`${to.path} could not be shown:`, problem);
    void withoutItsParts(to, from.matched.length > 0);
  });
  return router;
}

/**
 * A screen whose parts cannot be fetched: there is no server, or the program was replaced by a
 * newer one since this window was opened, which then shows it.
 */
async function withoutItsParts(
  to: RouteLocationNormalized,
  cameFromAnother: boolean,
): Promise<void> {
  try {
    await get("/me");
    if (cameFromAnother) window.location.assign(to.fullPath);
    else
      useNotices().tell(
        "Part of the program could not be loaded. Nothing is lost; reload the page.",
      );
  } catch (problem) {
    if (!(problem instanceof ApiError)) throw problem;
    useNotices().tell("The server cannot be reached. Nothing is lost; try again.");
  }
}
