import prettier from "eslint-config-prettier";
import vue from "eslint-plugin-vue";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

/** From the lowest: a folder knows those before it; those in one row do not know each other. */
const LAYERS = [
  ["api"],
  ["lib"],
  ["ui", "theme"],
  ["core"],
  ["session"],
  ["sync"],
  ["stores"],
  ["tools"],
  ["acts"],
  ["fields"],
  ["canvas"],
  ["properties", "dock"],
  ["pages"],
];
const layered = LAYERS.flatMap((row, n) =>
  row.map((folder) => {
    const barred = LAYERS.slice(n)
      .flat()
      .filter((f) => f !== folder);
    const regex = `^(\\.\\./)+(${barred.join("|")})(/|$)`;
    const message = `${folder} lies below that folder.`;
    return {
      files: [`src/${folder}/**/*.ts`, `src/${folder}/**/*.vue`],
      rules: {
        "no-restricted-imports": barred.length
          ? ["error", { patterns: [{ regex, message }] }]
          : "off",
      },
    };
  }),
);

export default defineConfig(
  { ignores: ["dist", "dist-doors", "src/api/schema.d.ts"] },
  ts.configs.strict,
  ts.configs.stylistic,
  vue.configs["flat/recommended"],
  prettier,
  {
    files: ["**/*.vue"],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { "no-undef": "off" }, // the type checker knows better
  },
  {
    files: ["src/**/*.ts", "src/**/*.vue"],
    languageOptions: {
      parserOptions: { projectService: true, extraFileExtensions: [".vue"] },
    },
    rules: {
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/no-misused-promises": "error",
      "@typescript-eslint/await-thenable": "error",
      "@typescript-eslint/require-await": "error",
    },
  },
  {
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "vue/component-api-style": ["error", ["script-setup"]],
      "vue/multi-word-component-names": "off", // Stack, Steps: the words of the interface
      "vue/block-order": ["error", { order: ["script", "template", "style"] }],
    },
  },
  ...layered,
);
