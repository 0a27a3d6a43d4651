<script lang="ts">
  // Drawn patterns of the materials, once a page: each layer and swatch refers to them by id.
</script>

<svg width="0" height="0" class="absolute" aria-hidden="true">
  <defs>
    <pattern id="mat-cotton" width="6" height="6" patternUnits="userSpaceOnUse"
      ><path
        d="M0 1.5h6M0 4.5h6M1.5 0v6M4.5 0v6"
        stroke="#000"
        stroke-opacity=".16"
        stroke-width=".9"
      /></pattern
    >
    <pattern id="mat-felt" width="9" height="7" patternUnits="userSpaceOnUse"
      ><path
        d="M1 2l1.5-1M5 5l1.7.6M7 1l.8 1.2M2 5.5l.6-1.2"
        stroke="#000"
        stroke-opacity=".32"
        stroke-linecap="round"
      /></pattern
    >
    <pattern id="mat-vinyl" width="14" height="8" patternUnits="userSpaceOnUse"
      ><path d="M0 8L8 0M7 8L15 0" stroke="#fff" stroke-opacity=".35" stroke-width="1.6" /></pattern
    >
    <pattern id="mat-batting" width="16" height="10" patternUnits="userSpaceOnUse"
      ><path
        d="M1 7c3-6 6-6 6-2s-4 3-2 0 6-4 9 1"
        fill="none"
        stroke="#000"
        stroke-opacity=".24"
        stroke-linecap="round"
      /></pattern
    >
    <pattern id="mat-zip" width="6" height="10" patternUnits="userSpaceOnUse"
      ><path
        d="M1.5 1v8M4.5 1v8"
        stroke="#000"
        stroke-opacity=".5"
        stroke-width="1.6"
        stroke-linecap="round"
      /></pattern
    >
    <pattern id="mat-film" width="10" height="10" patternUnits="userSpaceOnUse"
      ><path d="M0 10L10 0" stroke="#31525c" stroke-opacity=".45" stroke-width=".8" /></pattern
    >
    <pattern id="mat-tear-away" width="12" height="6" patternUnits="userSpaceOnUse"
      ><path d="M1 2h4M7 4.5h4" stroke="#000" stroke-opacity=".28" stroke-dasharray="2 1" /></pattern
    >
    <pattern id="mat-cut-away" width="8" height="8" patternUnits="userSpaceOnUse"
      ><path d="M0 4h8M4 0v8" stroke="#000" stroke-opacity=".2" stroke-dasharray="3 2" /></pattern
    >
    <pattern id="mat-sticky" width="10" height="10" patternUnits="userSpaceOnUse"
      ><circle cx="2.5" cy="2.5" r="1" fill="#5b4f2a" fill-opacity=".35" /><circle
        cx="7.5"
        cy="7.5"
        r="1"
        fill="#5b4f2a"
        fill-opacity=".35"
      /></pattern
    >
    <pattern id="mat-mesh" width="7" height="7" patternUnits="userSpaceOnUse"
      ><path
        d="M0 3.5L3.5 0 7 3.5 3.5 7z"
        fill="none"
        stroke="#2f4c45"
        stroke-opacity=".4"
        stroke-width=".8"
      /></pattern
    >
    <pattern id="mat-towelling" width="8" height="9" patternUnits="userSpaceOnUse"
      ><path
        d="M2 5c-1.5-3 2.5-3 1 0M6 9c-1.5-3 2.5-3 1 0"
        fill="none"
        stroke="#000"
        stroke-opacity=".35"
        stroke-width=".9"
      /></pattern
    >
    <pattern id="mat-topping" width="12" height="12" patternUnits="userSpaceOnUse"
      ><path d="M0 12L12 0M0 6L6 0" stroke="#31525c" stroke-opacity=".25" stroke-width=".6" /></pattern
    >
    <pattern id="mat-fusible-light" width="8" height="8" patternUnits="userSpaceOnUse"
      ><path
        d="M4 1l3 3-3 3-3-3z"
        fill="none"
        stroke="#6b5a2a"
        stroke-opacity=".4"
        stroke-width=".8"
      /></pattern
    >
    <pattern id="mat-fusible-heavy" width="8" height="8" patternUnits="userSpaceOnUse"
      ><path d="M4 1l3 3-3 3-3-3z" fill="#6b5a2a" fill-opacity=".4" /></pattern
    >
    <pattern id="mat-interfacing" width="9" height="9" patternUnits="userSpaceOnUse"
      ><path
        d="M1 1l2 2M6 5l2 2M1 7l2-2M6 2l2-2"
        stroke="#000"
        stroke-opacity=".28"
        stroke-width=".9"
      /></pattern
    >
  </defs>
</svg>
