// The screens and who may see them.
import { createRouter, createWebHistory, type Router, type RouteRecordRaw } from "vue-router";
import DrawingsPage from "./drawings/DrawingsPage.vue";
import SignInPage from "./drawings/SignInPage.vue";
import { usePerson } from "./stores/person";

const routes: RouteRecordRaw[] = [
  { path: "/", name: "drawings", component: DrawingsPage },
  { path: "/sign-in", name: "sign-in", component: SignInPage },
  {
    path: "/drawings/:id(\\d+)",
    name: "board",
    component: () => import("./board/BoardPage.vue"),
    props: (route) => ({ id: Number(route.params["id"]) }),
  },
  {
    path: "/drawings/:id(\\d+)/cutting-table",
    name: "cutting-table",
    component: () => import("./cutting/CuttingPage.vue"),
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
  return router;
}
