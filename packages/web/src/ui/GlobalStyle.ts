import { createGlobalStyle } from 'styled-components';
import { color, font, forced, site } from './tokens';

export const GlobalStyle = createGlobalStyle`
  :root, [data-theme='paper'] {
    color-scheme: light;
    --paper: #fbf8f1; --leaf: #f4efe3; --ink: #1c2b3d; --soft: #56606b; --rule: #d9d2c1;
    --pencil: #75552a; --tint: #f6ecd4; --act: #b5361c; --act-ink: #fbf8f1; --wash: #f7e0da;
    --sun: #a06c0c; --sun-wash: #efe0bf; --stored: #1c7471; --engine: #6d3b6b; --margin-rule: #e2a49a; --wood: #f3e6c4; --hatch: #8a8271;
  }
  [data-theme='night'] {
    color-scheme: dark;
    --paper: #171c24; --leaf: #10151c; --ink: #ece5d6; --soft: #aeb0ac; --rule: #3a424d;
    --pencil: #e4c083; --tint: #33301f; --act: #ff9a76; --act-ink: #171c24; --wash: #402420;
    --sun: #e2ad4c; --sun-wash: #4a3c1c; --stored: #6ec6bd; --engine: #d3a3cf; --margin-rule: #8f4c43; --wood: #3b3423; --hatch: #7c8593;
  }
  [data-theme='glare'] {
    color-scheme: light;
    --paper: #ffffff; --leaf: #ffffff; --ink: #0b1420; --soft: #2e3844; --rule: #7d8792;
    --pencil: #5e3a08; --tint: #ffe9b3; --act: #97290c; --act-ink: #ffffff; --wash: #ffdcd3;
    --sun: #7d5200; --sun-wash: #ffe2a0; --stored: #0b5450; --engine: #56204f; --margin-rule: #97290c; --wood: #fff2cf; --hatch: #6a747f;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { background: ${color.paper}; color: ${color.ink}; -webkit-text-size-adjust: 100%; scroll-padding-top: 84px; }
  body {
    margin: 0; font: 400 15px/1.45 ${font.text};
    font-variant-numeric: lining-nums tabular-nums; font-feature-settings: 'zero' 0;
  }
  ${site} { html { scroll-padding-bottom: 72px; } body { font-size: 16px; } }
  h1, h2, h3, h4 { font-family: ${font.slab}; font-weight: 600; margin: 0; font-variant-numeric: lining-nums; }
  p { margin: 0; }
  button, input, select { font: inherit; color: inherit; letter-spacing: inherit; }
  a { color: inherit; }
  :focus { outline: none; }
  :focus-visible, [data-focus-visible] { outline: 2px solid ${color.act}; outline-offset: 2px; }
  @media (prefers-reduced-motion: no-preference) { .moves { transition: transform 160ms ease-out, width 160ms ease-out; } }
  /* whoever chose colours of their own keeps them; what colours told is told by strokes, marks and words too */
  ${forced} {
    :root, [data-theme] {
      --paper: Canvas; --leaf: Canvas; --ink: CanvasText; --soft: CanvasText; --rule: CanvasText; --hatch: CanvasText;
      --pencil: CanvasText; --tint: Canvas; --act: LinkText; --act-ink: Canvas; --wash: Canvas;
      --sun: CanvasText; --sun-wash: Canvas; --stored: CanvasText; --engine: CanvasText; --margin-rule: CanvasText; --wood: Canvas;
    }
    :focus-visible, [data-focus-visible] { outline-color: Highlight; }
  }
  @media print {
    html { background: #fff; }
    :root, [data-theme] { --paper: #fff; --leaf: #fff; --ink: #000; --soft: #333; --tint: #fff; --rule: #999; }
    body { font-size: 10.5pt; }
    @page {
      size: A4;
      margin: 16mm 14mm 18mm;
      @bottom-right { content: counter(page) ' / ' counter(pages); font: 9pt Arial, sans-serif; color: #333; }
    }
    @page drawing-a4 { size: A4 landscape; margin: 10mm; }
    @page drawing-a3 { size: A3 landscape; margin: 12mm; }
    @page drawing-letter { size: letter landscape; margin: 0.4in; }
    @page drawing-tabloid { size: ledger; margin: 0.5in; }
    /* a text with a rim is printed as outlines, not as text */
    svg text { stroke: none; }
    tr, svg, li, h2, h3 { break-inside: avoid; }
    h1, h2, h3 { break-after: avoid; }
    .screen { display: none !important; }
  }
`;
