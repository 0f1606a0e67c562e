// Who is signed in.
import { defineStore } from "pinia";
import { ref, shallowRef } from "vue";
import { get, post, remove } from "../api/client";
import type { Me } from "../api/types";

export const usePerson = defineStore("person", () => {
  const id = ref<number | null>(null);
  const name = ref<string | null>(null);
  /** The name by which whoever is signed in signs in. */
  const signInName = ref("");
  const demo = ref(false);
  /** It is the demo's own person, who needs no password. */
  const byDemo = ref(false);
  const known = ref(false);
  /** The keys that they have given to acts. */
  const keyboard = shallowRef<Me["keyboard"]>(null);

  function take(me: Me): void {
    id.value = me.id;
    name.value = me.name;
    signInName.value = me.sign_in;
    demo.value = me.demo;
    byDemo.value = me.by_demo;
    keyboard.value = me.keyboard;
    known.value = true;
  }

  const load = async (): Promise<void> => take(await get<Me>("/me"));
  const signIn = async (who: string, password: string): Promise<void> => {
    await get<Me>("/me"); // brings a token where the old one went with the session
    take(await post<Me>("/session", { name: who, password }));
  };
  const signInDemo = async (): Promise<void> => {
    await get<Me>("/me");
    take(await post<Me>("/session/demo"));
  };
  const signOut = async (): Promise<void> => take(await remove<Me>("/session"));

  return { id, name, signInName, demo, byDemo, known, keyboard, load, signIn, signInDemo, signOut };
});
