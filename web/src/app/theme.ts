import { createTheme, type MantineColorsTuple, Modal } from "@mantine/core";

const spruce: MantineColorsTuple = [
  "#eaf4f0",
  "#d3e6de",
  "#a6cdbd",
  "#76b39b",
  "#4f9d80",
  "#378f6e",
  "#2a7d60",
  "#226a52",
  "#1e5b49",
  "#174a3b",
];
const ochre: MantineColorsTuple = [
  "#fff6e2",
  "#fbe9c4",
  "#f3d28b",
  "#ebba4e",
  "#e0a320",
  "#c98c0d",
  "#a86c00",
  "#8f5b00",
  "#744a00",
  "#5a3900",
];
const crayon: MantineColorsTuple = [
  "#fdecea",
  "#f8d3ce",
  "#eea59c",
  "#e37567",
  "#d9503f",
  "#cd4431",
  "#c4402b",
  "#a83322",
  "#8a2a1c",
  "#6c2015",
];

export const theme = createTheme({
  primaryColor: "spruce",
  primaryShade: { light: 8, dark: 7 },
  colors: { spruce, ochre, crayon },
  fontFamily: "'Inter Variable', system-ui, sans-serif",
  defaultRadius: 4,
  cursorType: "pointer",
  components: { Modal: Modal.extend({ defaultProps: { closeButtonProps: { "aria-label": "Close" } } }) },
  fontSizes: { xs: "14px", sm: "15px", md: "16px", lg: "18px", xl: "22px" },
});
