import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  untracked,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import type { MapLayerWholeDto } from '@yewridge/contract/ground';
import type { RecordDto } from '@yewridge/contract/season';
import type { MapTilesDto } from '@yewridge/contract/shared';
import type { Feature, GeoJsonObject } from 'geojson';
import * as L from 'leaflet';
import { layerStyle } from '../data/map-style';
import { type Box, covered, type Labelled, labelSides, landOffsets, type Side } from './label-places';
import type { CatchAge, PlacedMark } from '../data/ground-words';

export interface MapPlace {
  readonly lat: number;
  readonly lon: number;
}
export interface MapShows {
  readonly sites: boolean;
  readonly colonies: boolean;
  readonly catches: boolean;
}

const RINGS_M = [300, 1000, 3000] as const;
const ZOOMS = { min: 3, max: 19, start: 14 } as const;
const NAMES_FROM_ZOOM = 13.5;
/** Names of the landscape lie under the marks. */
const LAND_PANE = 'land';
const LETTER_PX = 7;
const CATCH_PX = 11;

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (mark) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[mark] ?? mark);
const cluster = (age: CatchAge): string =>
  `<svg class="${age}" viewBox="0 0 10 14"><path d="M1 1h8M5 2.5c3 0 3.6 3 3.2 5.4S6.4 13 5 13 2.2 10.3 1.8 7.9 2 2.5 5 2.5z"/></svg>`;

function siteHtml(
  { state, number, due, scouts, catches, name }: PlacedMark,
  shows: MapShows,
  chosen: boolean,
  side: Side,
): string {
  const pins = scouts > 0 ? `<i class="pins">${'<b></b>'.repeat(scouts >= 16 ? 3 : scouts >= 6 ? 2 : 1)}</i>` : '';
  const flag = due ? '<i class="flag"></i>' : '';
  const inside = state === 'waits' ? '?' : state === 'refused' ? '×' : escaped(number);
  const past = shows.catches ? `<span class="past">${catches.map(cluster).join('')}</span>` : '';
  return `<span class="mark ${state}${chosen ? ' chosen' : ''}">${pins}${flag}<span class="shape">${inside}</span></span><span class="name ${side}">${escaped(name)}${past}</span>`;
}

/** The map: no tile from anywhere, the keeper's own sheets and marks. */
@Component({
  selector: 'yw-ground-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #map class="ground-map" role="region" aria-label="Map of the sites"></div>`,
  styleUrl: './ground-map.scss',
  encapsulation: ViewEncapsulation.None,
})
export class GroundMap {
  readonly marks = input.required<readonly PlacedMark[]>();
  readonly colonies = input<readonly RecordDto<'colonies'>[]>([]);
  readonly layers = input<readonly MapLayerWholeDto[]>([]);
  /** Tiles under everything, where an address is set. */
  readonly tiles = input<MapTilesDto | null>(null);
  readonly shows = input<MapShows>({ sites: true, colonies: true, catches: true });
  readonly chosen = input<string | null>(null);
  /** A touch on the ground or on a mark says a place. */
  readonly placing = input(false);
  /** A place asked for, in the middle of the sheet. */
  readonly centre = input<MapPlace | null>(null);
  readonly picked = output<string>();
  readonly placed = output<MapPlace>();
  readonly moved = output<MapPlace & { readonly id: string }>();

  protected readonly element = viewChild.required<ElementRef<HTMLElement>>('map');
  #map: L.Map | null = null;
  readonly #tiles = L.layerGroup();
  readonly #base = L.layerGroup();
  readonly #bees = L.layerGroup();
  readonly #sites = L.layerGroup();
  /** Names of the landscape, towns first. */
  #land: { readonly tooltip: L.Tooltip; readonly town: boolean }[] = [];
  #fitted = false;
  /** The mark under the keys; drawing anew must not lose it. */
  #focused: string | null = null;

  constructor() {
    afterNextRender(() => {
      this.#make();
    });
    effect(() => {
      this.#drawTiles(this.tiles());
    });
    effect(() => {
      this.#drawLayers(this.layers());
    });
    effect(() => {
      this.#drawColonies(this.shows().colonies ? this.colonies() : []);
    });
    effect(() => {
      this.#drawSites(this.shows().sites ? this.marks() : [], this.shows(), this.chosen());
    });
    effect(() => {
      this.element().nativeElement.classList.toggle('placing', this.placing());
    });
    effect(() => {
      const centre = this.centre();
      if (centre) this.#map?.setView([centre.lat, centre.lon], Math.max(this.#map.getZoom(), 15), { animate: false });
    });
    inject(DestroyRef).onDestroy(() => this.#map?.remove());
  }

  #make(): void {
    const map = L.map(this.element().nativeElement, {
      attributionControl: false,
      zoomControl: true,
      minZoom: ZOOMS.min,
      maxZoom: ZOOMS.max,
      zoomSnap: 0.25,
      zoomAnimation: false,
      fadeAnimation: false,
      worldCopyJump: true,
      keyboard: true,
    });
    map.createPane(LAND_PANE).classList.add('leaflet-tooltip-pane', 'ground-land');
    map.setView([0, 0], ZOOMS.min);
    L.control.scale({ position: 'bottomright', imperial: false }).addTo(map);
    for (const group of [this.#tiles, this.#base, this.#bees, this.#sites]) group.addTo(map);
    map.on('click', ({ latlng }) => {
      const { lat, lng } = latlng.wrap();
      if (this.placing()) this.placed.emit({ lat, lon: lng });
    });
    const names = (): void => {
      map.getContainer().classList.toggle('few-names', map.getZoom() < NAMES_FROM_ZOOM);
    };
    map.on('zoomend', () => {
      names();
      untracked(() => {
        this.#drawSites(this.shows().sites ? this.marks() : [], this.shows(), this.chosen());
      });
    });
    this.#map = map;
    this.#fit();
    names();
  }

  #fit(): void {
    const places = untracked(() => this.marks()).map(({ lat, lon }): L.LatLngTuple => [lat, lon]);
    if (this.#fitted || !this.#map) return;
    const centre = untracked(() => this.centre());
    if (centre) this.#map.setView([centre.lat, centre.lon], ZOOMS.start);
    else if (places.length > 0) this.#map.fitBounds(L.latLngBounds(places), { padding: [36, 36], maxZoom: 16 });
    this.#fitted = places.length > 0 || centre !== null;
  }

  #drawTiles(tiles: MapTilesDto | null): void {
    this.#tiles.clearLayers();
    if (tiles) L.tileLayer(tiles.address, { maxZoom: ZOOMS.max, className: 'ground-tiles' }).addTo(this.#tiles);
  }

  #drawLayers(layers: readonly MapLayerWholeDto[]): void {
    this.#base.clearLayers();
    const land: { tooltip: L.Tooltip; town: boolean }[] = [];
    for (const { geojson } of layers) {
      L.geoJSON(geojson as GeoJsonObject, {
        interactive: false,
        style: (feature?: Feature) => {
          const area = /Polygon/.test(feature?.geometry.type ?? '');
          const { className, weight, fill } = layerStyle(feature?.properties?.['kind'], area);
          return { className, weight, fill, fillOpacity: 1 };
        },
        pointToLayer: (feature, at) =>
          L.marker(at, {
            icon: L.divIcon({ className: 'none', iconSize: [0, 0] }),
            interactive: false,
            keyboard: false,
            opacity: 0,
          }).bindTooltip(escaped(String(feature.properties?.['name'] ?? '')), {
            permanent: true,
            pane: LAND_PANE,
            direction: 'center',
            className: `land ${String(feature.properties?.['kind'] ?? '')}`,
          }),
        onEachFeature: (feature, layer) => {
          const name: unknown = feature.properties?.['name'];
          const kind = String(feature.properties?.['kind'] ?? '');
          if (typeof name === 'string' && feature.geometry.type !== 'Point') {
            layer.bindTooltip(escaped(name), {
              permanent: true,
              pane: LAND_PANE,
              direction: 'center',
              className: `land ${kind}`,
            });
          }
          const tooltip = layer.getTooltip();
          if (tooltip) land.push({ tooltip, town: kind === 'town' });
        },
      }).addTo(this.#base);
    }
    this.#land = land.sort((one, other) => Number(other.town) - Number(one.town));
    this.#placeLand();
  }

  #drawColonies(colonies: readonly RecordDto<'colonies'>[]): void {
    this.#bees.clearLayers();
    for (const { name, kind, lat, lon } of colonies) {
      for (const radius of RINGS_M) {
        L.circle([lat, lon], {
          radius,
          interactive: false,
          fill: false,
          weight: 1,
          className: `ring r${radius}`,
        }).addTo(this.#bees);
      }
      const icon = L.divIcon({
        className: 'colony',
        iconSize: [20, 20],
        html: `<svg viewBox="0 0 20 20">${kind === 'apiary' ? '<path d="M4 6h12v10H4zM3 6h14M4 11h12M8 14h4"/>' : '<circle cx="10" cy="10" r="7"/><path d="M7.5 15v-4a2.5 2.5 0 0 1 5 0v4"/>'}</svg><span>${escaped(name ?? '')}</span>`,
      });
      L.marker([lat, lon], { icon, interactive: false, keyboard: false }).addTo(this.#bees);
    }
  }

  /** Marks with their names, about as large as their letters make them. */
  #labels(marks: readonly PlacedMark[], shows: MapShows): readonly Labelled[] {
    const map = this.#map;
    if (!map) return [];
    return marks.map(({ lat, lon, name, catches }) => {
      const { x, y } = map.project([lat, lon]);
      const past = shows.catches && catches.length > 0;
      return {
        x,
        y,
        width: Math.max(name.length * LETTER_PX, past ? catches.length * CATCH_PX : 0),
        height: past ? 28 : 15,
      };
    });
  }

  /** Known bees and their names, which stand to the right of them. */
  #beeBoxes(): readonly Box[] {
    const map = this.#map;
    if (!map || !this.shows().colonies) return [];
    return this.colonies().flatMap(({ lat, lon, name }) => {
      const { x, y } = map.project([lat, lon]);
      return covered({ x, y, width: (name ?? '').length * LETTER_PX, height: 15 }, 'right');
    });
  }

  /** Names of the landscape make room for marks and their names; where there is none, they are left out. */
  #placeLand(): void {
    const map = this.#map;
    if (!map || this.#land.length === 0) return;
    const frame = map.getContainer().getBoundingClientRect();
    const boxOf = (element: Element): Box => {
      const { left, top, right, bottom } = element.getBoundingClientRect();
      return { left: left - frame.left, top: top - frame.top, right: right - frame.left, bottom: bottom - frame.top };
    };
    // As they are drawn: nothing is reckoned that can be measured.
    const drawn = map.getContainer().querySelectorAll('.site .mark, .site .name, .colony svg, .colony span');
    const taken = [...drawn].map(boxOf);
    const few = map.getZoom() < NAMES_FROM_ZOOM;
    const shown = this.#land.filter(({ town }) => town || !few);
    for (const { tooltip } of this.#land) tooltip.getElement()?.toggleAttribute('hidden', true);
    for (const { tooltip } of shown) tooltip.getElement()?.toggleAttribute('hidden', false);
    const places = landOffsets(
      shown.map(({ tooltip }): Labelled => {
        const at = tooltip.getLatLng();
        const element = tooltip.getElement();
        const { x, y } = at ? map.latLngToContainerPoint(at) : { x: 0, y: 0 };
        return { x, y, width: element?.offsetWidth ?? 0, height: element?.offsetHeight ?? 0 };
      }),
      taken,
    );
    shown.forEach(({ tooltip }, n) => {
      const place = places[n];
      tooltip.options.offset = L.point(place?.dx ?? 0, place?.dy ?? 0);
      tooltip.update();
      tooltip.getElement()?.toggleAttribute('hidden', !place);
    });
  }

  #drawSites(marks: readonly PlacedMark[], shows: MapShows, chosen: string | null): void {
    const focused = this.#focused;
    this.#sites.clearLayers();
    const sides = labelSides(
      this.#labels(marks, shows),
      untracked(() => this.#beeBoxes()),
    );
    for (const [n, mark] of marks.entries()) {
      const icon = L.divIcon({
        className: 'site',
        iconSize: [24, 24],
        html: siteHtml(mark, shows, mark.id === chosen, sides[n] ?? 'right'),
      });
      const marker = L.marker([mark.lat, mark.lon], {
        icon,
        title: mark.says,
        alt: mark.says,
        draggable: mark.id === chosen,
        autoPan: true,
        riseOnHover: true,
      });
      // While a place is asked for, a mark is one.
      const touched = (): void => {
        if (this.placing()) this.placed.emit({ lat: mark.lat, lon: mark.lon });
        else this.picked.emit(mark.id);
      };
      marker.on('click', touched);
      // Leaflet lets a marker be reached by key, but not pressed.
      marker.on('keypress', ({ originalEvent }) => {
        if (originalEvent.key === 'Enter' || originalEvent.key === ' ') touched();
      });
      marker.on('dragend', () => {
        const { lat, lng } = marker.getLatLng().wrap();
        this.moved.emit({ id: mark.id, lat, lon: lng });
      });
      marker.addTo(this.#sites);
      // What the mark says, not the letters that are drawn on it.
      const element = marker.getElement();
      element?.setAttribute('aria-label', mark.says);
      if (mark.id === focused) element?.focus({ preventScroll: true });
      element?.addEventListener('focus', () => (this.#focused = mark.id));
      element?.addEventListener('blur', () => (this.#focused = null));
    }
    this.#fit();
    this.#placeLand();
  }
}
