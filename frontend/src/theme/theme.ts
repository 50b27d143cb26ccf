import { type CSSVariablesResolver, createTheme, type MantineColorsTuple } from "@mantine/core";

const ten = (token: string) => Array.from({ length: 10 }, () => `var(--ec-${token})`) as unknown as MantineColorsTuple;

/** The tokens of tokens.css, mapped to Mantine once. */
export const theme = createTheme({
  fontFamily: "Eighths, 'Atkinson Hyperlegible', sans-serif",
  headings: { fontFamily: "Eighths, 'Atkinson Hyperlegible', sans-serif" },
  primaryColor: "leaf",
  colors: { leaf: ten("leaf"), amber: ten("amber"), rust: ten("rust") },
  defaultRadius: "md",
  fontSizes: { xs: "0.8125rem", sm: "0.875rem", md: "1rem", lg: "1.125rem", xl: "1.375rem" },
  respectReducedMotion: true,
  components: { Button: { defaultProps: { variant: "filled" } } },
});

const variables = {
  "--mantine-color-body": "var(--ec-paper)",
  "--mantine-color-text": "var(--ec-ink)",
  "--mantine-color-dimmed": "var(--ec-soft)",
  "--mantine-color-placeholder": "var(--ec-soft)",
  "--mantine-color-error": "var(--ec-rust)",
  "--mantine-color-anchor": "var(--ec-leaf-text)",
  "--mantine-color-default": "var(--ec-field)",
  "--mantine-color-default-hover": "var(--ec-leaf-pale)",
  "--mantine-color-default-color": "var(--ec-ink)",
  "--mantine-color-default-border": "var(--ec-edge)",
  "--mantine-color-disabled": "var(--ec-hairline)",
  "--mantine-color-disabled-color": "var(--ec-soft)",
  "--mantine-color-leaf-text": "var(--ec-leaf-text)",
  "--mantine-color-leaf-filled": "var(--ec-leaf)",
  "--mantine-color-leaf-filled-hover": "var(--ec-leaf-text)",
  "--mantine-color-leaf-light": "var(--ec-leaf-pale)",
  "--mantine-color-leaf-light-color": "var(--ec-leaf-text)",
  "--mantine-primary-color-contrast": "var(--ec-on-leaf)",
};

export const resolver: CSSVariablesResolver = () => ({ variables: {}, light: variables, dark: variables });
