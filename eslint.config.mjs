import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Imports point one way: app → server → db → core. `bin` may use core, db and server; workers core only. */
const oneWay = (files, forbidden) => ({
  files,
  ignores: ["**/*.test.ts"],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: forbidden.map((name) => ({
          group: [`**/${name}/**`, `#${name}/**`],
          message: `${files[0].split("/")[0]} must not import ${name}: imports point app → server → db → core.`,
        })),
      },
    ],
  },
});

export default tseslint.config(
  {
    ignores: [
      "build/",
      ".react-router/",
      "node_modules/",
      ".data/",
      ".test-data/",
      "db/migrations/",
      "test-results/",
      "db/kit-schema.cjs",
    ],
  },
  ...tseslint.configs.strict,
  {
    // What only the types tell: a promise that nobody waits for, a case that a switch leaves out.
    files: ["**/*.{ts,tsx}"],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/no-floating-promises": "error",
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ["app/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: { "react-hooks/rules-of-hooks": "error", "react-hooks/exhaustive-deps": "error" },
  },
  {
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      // Indexed access is checked by the compiler; where a row is known to be there, ! says so.
      "@typescript-eslint/no-non-null-assertion": "off",
      "@typescript-eslint/no-extraneous-class": "off",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/no-empty-function": "off",
      "@typescript-eslint/no-unused-expressions": "off",
      eqeqeq: "error",
      "no-console": "off",
      "no-restricted-syntax": [
        "error",
        {
          selector: "CallExpression[callee.property.name='toMatchObject'] Property > Literal.value[regex]",
          message: "toMatchObject takes any text for a pattern: write expect.stringMatching(/…/).",
        },
      ],
    },
  },
  oneWay(["core/**/*.ts"], ["app", "server", "db", "bin", "demo", "tests"]),
  oneWay(["db/**/*.ts"], ["app", "server", "bin", "tests"]),
  oneWay(["server/**/*.ts"], ["app", "bin", "tests"]),
  oneWay(["app/workers/**/*.ts"], ["server", "db", "bin"]),
);
