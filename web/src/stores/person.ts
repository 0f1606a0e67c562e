// Who is signed in.
import { defineStore } from "pinia";
import { ref } from "vue";
import { get, post } from "../api/client";
import type { Me } from "../api/types";

export const usePerson = defineStore("person", () => {
  const name = ref<string | null>(null);
  const demo = ref(false);
  const known = ref(false);

  function take(me: Me): void {
    name.value = me.name;
    demo.value = me.demo;
    known.value = true;
  }

  const load = async (): Promise<void> => take(await get<Me>("/me"));
  const signIn = async (who: string, password: string): Promise<void> =>
    take(await post<Me>("/sign-in", { name: who, password }));
  const signInDemo = async (): Promise<void> => take(await post<Me>("/sign-in-demo"));
  const signOut = async (): Promise<void> => take(await post<Me>("/sign-out"));

  return { name, demo, known, load, signIn, signInDemo, signOut };
});
