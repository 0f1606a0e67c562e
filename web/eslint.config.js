import prettier from "eslint-config-prettier";
import vue from "eslint-plugin-vue";
import { defineConfig } from "eslint/config";
import ts from "typescript-eslint";

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
);
