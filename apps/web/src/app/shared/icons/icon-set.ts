import { inject, Injectable } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';

/** The app's own line marks, on a sheet of 24 by 24: the inside of each picture. */
const MARKS: Readonly<Record<string, string>> = {
  bench:
    '<path d="M6 8.5h9v9H6zM4.5 8.5h12M3.5 20.5h14M20.5 8.5v9M19 8.5h3M19 17.5h3M7.5 5.5 10.5 3l3 2.5"/><circle cx="10.5" cy="14" r="1.5"/>',
  bin: '<path d="M4.500 7h15M9.500 7V4.500h5V7M6.500 7l1 13h9l1-13M10.500 10.500v6M13.500 10.500v6"/>',
  board: '<path d="M3 10h18v4.500H3zM6 12.200h5M14 12.200h4"/>',
  box: '<path d="M4 6.500h16v12H4zM2.500 6.500h19M6.500 6.500v12M17.500 6.500v12"/>',
  catches:
    '<path d="M3 5c5-1.500 12-1.500 18 0M12 4.200c-4 3-5 6.500-5 9.300 0 3.200 2.200 6 5 7 2.800-1 5-3.800 5-7 0-2.800-1-6.300-5-9.300zM10 11v.1M13.500 10v.1M12 14v.1M14.500 14v.1M9.500 15v.1M12 17.500v.1"/>',
  close: '<path d="M5.500 5.500l13 13M18.500 5.500l-13 13"/>',
  cone: '<path d="M8 5h8l3.500 14.500h-15zM8 5c0 1 8 1 8 0"/>',
  copy: '<path d="M8 8h11.500v11.500H8zM5 16H4.500V4.500H16V5"/>',
  cylinder:
    '<path d="M5 6.500v11c0 1.500 3 2.500 7 2.500s7-1 7-2.500v-11M12 4c4 0 7 1.100 7 2.500S16 9 12 9 5 7.900 5 6.500 8 4 12 4z"/>',
  devices:
    '<path d="M5 13.5h14v6.500H5zM12 13.500V9M8.500 16.800h.1M8.800 8.500a4.500 4.500 0 0 1 6.400 0M6.200 5.800a8.200 8.200 0 0 1 11.600 0"/>',
  disc: '<path d="M12 4a8 8 0 1 1 0 16 8 8 0 0 1 0-16zM12 8.500a3.500 3.500 0 1 1 0 7 3.500 3.500 0 0 1 0-7zM12 4v4.500"/>',
  down: '<path d="M12 5v13.500M6.500 13l5.500 5.500 5.500-5.500"/>',
  evidence:
    '<path d="M5 7h13M5 5v4M18 5v4M3.500 13h9M3.500 11v4M12.500 11v4M10 19h10.500M10 17v4M20.500 17v4"/><circle cx="12" cy="7" r="1.500" fill="currentColor"/><circle cx="8" cy="13" r="1.500" fill="currentColor"/><circle cx="15" cy="19" r="1.500" fill="currentColor"/>',
  files: '<path d="M5 3.500h10l4 4v13H5zM15 3.500v4h4M9 16.500v-5M7 13.500l2-2 2 2M15 11.500v5M13 14.500l2 2 2-2"/>',
  find: '<path d="M16 16l4.500 4.500M10.500 4.500a6 6 0 1 1 0 12 6 6 0 0 1 0-12z"/>',
  frustum: '<path d="M7.500 5.500h9L20 19H4zM9.500 5.500v13.500M14.500 5.500v13.500"/>',
  good: '<path d="M12 3.500a8.500 8.500 0 1 1 0 17 8.500 8.500 0 0 1 0-17zM8 12.200l3 3 5-6"/>',
  grip: '<path d="M9 6v.1M15 6v.1M9 12v.1M15 12v.1M9 18v.1M15 18v.1"/>',
  ground:
    '<path d="M3.500 19c2-4 4.500-5 7.500-3.500s6 1 9.500-3M3.500 14.500c2.500-3.500 5-3.500 7.500-2M16 3.500v8.500M16 3.500l4.500 2-4.500 2M6 20.500h12"/>',
  help: '<path d="M5 3.500h14v17H5zM8.500 8h7M8.500 12h7M8.500 16h4"/>',
  hole: '<path d="M12 5a7 7 0 1 1 0 14 7 7 0 0 1 0-14zM12 3v18"/>',
  know: '<path d="M4.500 4.500h15v15h-15zM12 11v5.500M12 7.500v.2"/>',
  lock: '<path d="M6 11h12v9H6zM8.500 11V8a3.500 3.500 0 0 1 7 0v3M12 14.500v2.500"/>',
  look: '<path d="M12 4 21 19.500H3zM12 9.500v5M12 17v.2"/>',
  measured: '<path d="M6 4.500v15h12v-15M6 9.500h12M9 13h.1M14 12h.1M11.500 16h.1M15 16.500h.1"/>',
  minus: '<path d="M5 12h14"/>',
  more: '<path d="M4 7h16M4 12h16M4 17h16"/>',
  notch: '<path d="M3.500 19V5h17v14M8.500 19v-5h7v5"/>',
  plus: '<path d="M12 5v14M5 12h14"/>',
  redo: '<path d="M15.500 5l4 4-4 4M19.500 9h-9a5 5 0 0 0 0 10H15"/>',
  rounds: '<path d="M3.500 6h12M3.500 12h17M3.500 18h9M15.500 4v4M8 10v4M18 10v4M12.500 16v4M17 18h3.500"/>',
  settings: '<path d="M4 7h16M4 12h16M4 17h16M9 5v4M15 10v4M7 15v4"/>',
  sheet: '<path d="M5 3.500h14v17H5zM12 15h7M12 15v5.500"/>',
  slot: '<path d="M3.500 9.500h17v5h-17z"/>',
  stores: '<path d="M3 12.5h18M3 20.5h18M5 7h5v5.5H5zM13 5h6v7.5h-6zM6 16h7v4.500H6zM16 17.500h3v3h-3z"/>',
  suction: '<path d="M3 14h6v6H3zM9 15.5h3c4 0 2-9 6-9h3M9 18.5h3.4c5.6 0 3.2-9 6.6-9h2M21 5v6M5 11.5V9.5M7 11.5V8"/>',
  'theme-day':
    '<path d="M12 7.500a4.500 4.500 0 1 1 0 9 4.500 4.500 0 0 1 0-9zM12 2.500v2M12 19.500v2M2.500 12h2M19.500 12h2M5.300 5.300l1.400 1.400M17.300 17.300l1.400 1.400M5.300 18.700l1.400-1.400M17.300 6.700l1.400-1.400"/>',
  today: '<path d="M3 17h18M6.5 17a5.5 5.5 0 0 1 11 0M12 8V4.5M5.6 10.6 3.8 8.8M18.4 10.6l1.8-1.8M8 20.5h8"/>',
  undo: '<path d="M8.500 5 4.500 9l4 4M4.500 9h9a5 5 0 0 1 0 10H9"/>',
  up: '<path d="M12 19V5.500M6.500 11 12 5.500l5.500 5.500"/>',
};

/** Makes the marks known to Material's icons, once. They ship with the app: no request, no icon font. */
@Injectable({ providedIn: 'root' })
export class IconSet {
  constructor() {
    const registry = inject(MatIconRegistry);
    const sanitizer = inject(DomSanitizer);
    for (const [name, mark] of Object.entries(MARKS)) {
      // Texts of this file only: nothing that anybody typed gets here.
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(`<svg viewBox="0 0 24 24">${mark}</svg>`));
    }
  }
}
