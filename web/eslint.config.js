import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.gen.ts", "*.config.*"] },
  tseslint.configs.strictTypeChecked,
  hooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // Taking a property away is written by naming it and keeping the rest.
      "@typescript-eslint/no-unused-vars": ["error", { ignoreRestSiblings: true }],
    },
  },
  {
    // Features meet only in app/.
    files: ["src/features/**", "src/ui/**", "src/lib/**", "src/api/**", "src/picture/**"],
    rules: { "no-restricted-imports": ["error", { patterns: ["@/features/*", "@/app/*"] }] },
  },
);
