// PrimeVue's own parts in our colours: its tokens point at the roles of base.css.
import { definePreset } from "@primeuix/themes";
import base from "@primeuix/themes/aura/base";
import button from "@primeuix/themes/aura/button";
import checkbox from "@primeuix/themes/aura/checkbox";
import chip from "@primeuix/themes/aura/chip";
import contextmenu from "@primeuix/themes/aura/contextmenu";
import dialog from "@primeuix/themes/aura/dialog";
import iconfield from "@primeuix/themes/aura/iconfield";
import inputtext from "@primeuix/themes/aura/inputtext";
import multiselect from "@primeuix/themes/aura/multiselect";
import progressbar from "@primeuix/themes/aura/progressbar";
import radiobutton from "@primeuix/themes/aura/radiobutton";
import select from "@primeuix/themes/aura/select";
import selectbutton from "@primeuix/themes/aura/selectbutton";
import slider from "@primeuix/themes/aura/slider";
import tabs from "@primeuix/themes/aura/tabs";
import textarea from "@primeuix/themes/aura/textarea";
import togglebutton from "@primeuix/themes/aura/togglebutton";
import toggleswitch from "@primeuix/themes/aura/toggleswitch";
import virtualscroller from "@primeuix/themes/aura/virtualscroller";

const scheme = {
  surface: {
    0: "var(--raised)",
    50: "var(--panel)",
    100: "var(--panel)",
    200: "var(--hairline)",
    300: "var(--hairline)",
    400: "var(--quiet)",
    500: "var(--quiet)",
    600: "var(--quiet)",
    700: "var(--ink)",
    800: "var(--ink)",
    900: "var(--ink)",
    950: "var(--ink)",
  },
  primary: {
    color: "var(--active)",
    contrastColor: "var(--on-active)",
    hoverColor: "var(--active)",
    activeColor: "var(--active)",
  },
  highlight: {
    background: "var(--tint)",
    focusBackground: "var(--tint)",
    color: "var(--active)",
    focusColor: "var(--active)",
  },
  text: {
    color: "var(--ink)",
    hoverColor: "var(--ink)",
    mutedColor: "var(--quiet)",
    hoverMutedColor: "var(--ink)",
  },
  content: {
    background: "var(--raised)",
    hoverBackground: "var(--tint)",
    borderColor: "var(--hairline)",
    color: "var(--ink)",
    hoverColor: "var(--ink)",
  },
  formField: {
    background: "var(--raised)",
    borderColor: "var(--edge)",
    hoverBorderColor: "var(--quiet)",
    focusBorderColor: "var(--active)",
    color: "var(--ink)",
    placeholderColor: "var(--quiet)",
    shadow: "none",
  },
  overlay: {
    modal: { background: "var(--raised)", borderColor: "var(--hairline)", color: "var(--ink)" },
    select: { background: "var(--raised)", borderColor: "var(--hairline)", color: "var(--ink)" },
    popover: { background: "var(--raised)", borderColor: "var(--hairline)", color: "var(--ink)" },
  },
  mask: { background: "rgba(20, 26, 24, 0.35)", color: "var(--ink)" },
};

/** The tokens of the parts in use; a part that is missing here has no look. */
const PARTS = {
  ...base,
  components: {
    button,
    checkbox,
    chip,
    contextmenu,
    dialog,
    iconfield,
    inputtext,
    multiselect,
    progressbar,
    radiobutton,
    select,
    selectbutton,
    slider,
    tabs,
    textarea,
    togglebutton,
    toggleswitch,
    virtualscroller,
  },
};

export const preset = definePreset(PARTS, {
  primitive: { borderRadius: { xs: "4px", sm: "6px", md: "6px", lg: "6px", xl: "6px" } },
  semantic: {
    transitionDuration: "0.1s",
    formField: {
      paddingX: "8px",
      paddingY: "3px",
      sm: { fontSize: "13px", paddingX: "8px", paddingY: "2px" },
    },
    colorScheme: { light: scheme, dark: scheme },
  },
  components: {
    button: {
      root: {
        paddingX: "10px",
        paddingY: "4px",
        label: { fontWeight: "500" },
        sm: { fontSize: "13px", paddingX: "8px", paddingY: "2px" },
      },
      colorScheme: {
        light: { root: { secondary: secondary() } },
        dark: { root: { secondary: secondary() } },
      },
    },
    togglebutton: {
      colorScheme: {
        light: { root: toggle(), content: { checkedBackground: "var(--raised)" } },
        dark: { root: toggle(), content: { checkedBackground: "var(--raised)" } },
      },
    },
    slider: {
      track: { size: "2px", background: "var(--edge)" },
      handle: {
        width: "6px",
        height: "16px",
        borderRadius: "3px",
        background: "var(--active)",
        hoverBackground: "var(--touched)",
        content: { width: "0", height: "0", background: "var(--active)" },
      },
    },
  },
});

function toggle(): Record<string, string> {
  return {
    background: "var(--raised)",
    checkedBackground: "var(--tint)",
    hoverBackground: "var(--tint)",
    borderColor: "var(--edge)",
    color: "var(--quiet)",
    hoverColor: "var(--ink)",
    checkedColor: "var(--ink)",
    checkedBorderColor: "var(--edge)",
  };
}

function secondary(): Record<string, string> {
  return {
    background: "var(--raised)",
    hoverBackground: "var(--tint)",
    activeBackground: "var(--tint)",
    borderColor: "var(--edge)",
    hoverBorderColor: "var(--edge)",
    activeBorderColor: "var(--edge)",
    color: "var(--ink)",
    hoverColor: "var(--ink)",
    activeColor: "var(--ink)",
  };
}
