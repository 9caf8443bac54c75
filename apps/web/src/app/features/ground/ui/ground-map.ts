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
import { type Box, covered, type Labelled, labelSides, landOffsets } from './label-places';
import { escaped, type MapMark, type MapShows, planHtml, siteHtml } from './mark-html';

/** Swarms that go from known bees to a place. */
export interface MapFlow {
  readonly id: string;
  readonly from: MapPlace;
  readonly to: MapPlace;
  readonly swarms: number;
  readonly says: string;
}

export interface MapPlace {
  readonly lat: number;
  readonly lon: number;
}

const RINGS_M = [300, 1000, 3000] as const;
const ZOOMS = { min: 3, max: 19, start: 14 } as const;
const NAMES_FROM_ZOOM = 13.5;
/** Names of the landscape lie under the marks. */
const LAND_PANE = 'land';
const LETTER_PX = 7;
const CATCH_PX = 11;
/** A line from known bees: px a swarm, and the thinnest. */
const FLOW_PX = 26;
const FLOW_LEAST_PX = 1.4;

/** The map: no tile from anywhere, the keeper's own sheets and marks. */
@Component({
  selector: 'yw-ground-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div #map class="ground-map" role="region" aria-label="Map of the sites"></div>`,
  styleUrl: './ground-map.scss',
  encapsulation: ViewEncapsulation.None,
})
export class GroundMap {
  readonly marks = input.required<readonly MapMark[]>();
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
  /** Where the telephone is, and how far off that may be, m. */
  readonly standing = input<(MapPlace & { readonly accuracy: number }) | null>(null);
  readonly picked = output<string>();
  readonly placed = output<MapPlace>();
  readonly moved = output<MapPlace & { readonly id: string }>();
  /** While a mark is drawn along. */
  readonly dragging = output<MapPlace & { readonly id: string }>();
  /** Said beside the mark that is drawn along. */
  readonly dragSays = input<string>('');
  /** Lines from known bees to a place. */
  readonly flows = input<readonly MapFlow[]>([]);

  protected readonly element = viewChild.required<ElementRef<HTMLElement>>('map');
  readonly #owner = inject(DestroyRef);
  #map: L.Map | null = null;
  readonly #tiles = L.layerGroup();
  readonly #base = L.layerGroup();
  readonly #bees = L.layerGroup();
  readonly #sites = L.layerGroup();
  readonly #here = L.layerGroup();
  readonly #lines = L.layerGroup();
  #dragged: L.Marker | null = null;
  /** A mark is held: nothing is drawn anew under the hand, and then once when it lets go. */
  #held = false;
  #drawAgain = false;
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
      this.#drawStanding(this.standing());
    });
    effect(() => {
      this.#drawFlows(this.flows());
    });
    effect(() => {
      const says = this.dragSays();
      this.#dragged?.setTooltipContent(says);
    });
    effect(() => {
      this.element().nativeElement.classList.toggle('placing', this.placing());
    });
    effect(() => {
      const centre = this.centre();
      if (centre) this.#map?.setView([centre.lat, centre.lon], Math.max(this.#map.getZoom(), 15), { animate: false });
    });
    this.#owner.onDestroy(() => this.#map?.remove());
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
    for (const group of [this.#tiles, this.#base, this.#bees, this.#lines, this.#here, this.#sites]) group.addTo(map);
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
    // What opens above or beside it leaves it another room.
    const room = new ResizeObserver(() => map.invalidateSize({ animate: false }));
    room.observe(map.getContainer());
    this.#owner.onDestroy(() => {
      room.disconnect();
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

  #drawStanding(standing: (MapPlace & { readonly accuracy: number }) | null): void {
    this.#here.clearLayers();
    if (!standing) return;
    const { lat, lon, accuracy } = standing;
    const at: L.LatLngTuple = [lat, lon];
    L.circle(at, { radius: accuracy, interactive: false, weight: 1, className: 'standing-within' }).addTo(this.#here);
    const icon = L.divIcon({
      className: 'standing',
      iconSize: [20, 20],
      html: '<svg viewBox="0 0 20 20"><path d="M10 1v5M10 14v5M1 10h5M14 10h5"/><circle cx="10" cy="10" r="3"/></svg><span>You</span>',
    });
    L.marker(at, { icon, interactive: false, keyboard: false }).addTo(this.#here);
    this.#map?.setView(at, Math.max(this.#map.getZoom(), ZOOMS.start), { animate: false });
  }

  #drawFlows(flows: readonly MapFlow[]): void {
    this.#lines.clearLayers();
    for (const { from, to, swarms, says } of flows) {
      const ends: L.LatLngTuple[] = [
        [from.lat, from.lon],
        [to.lat, to.lon],
      ];
      L.polyline(ends, {
        interactive: false,
        weight: Math.max(FLOW_LEAST_PX, FLOW_PX * swarms),
        className: 'flow',
      })
        .bindTooltip(escaped(says), { permanent: true, direction: 'center', className: 'flow-figure' })
        .addTo(this.#lines);
    }
  }

  /** Marks with their names, about as large as their letters make them. */
  #labels(marks: readonly MapMark[], shows: MapShows): readonly Labelled[] {
    const map = this.#map;
    if (!map) return [];
    return marks.map(({ lat, lon, name, catches, plan }) => {
      const { x, y } = map.project([lat, lon]);
      const past = shows.catches && catches.length > 0;
      if (plan) {
        const width = plan.minor ? 0 : Math.max(name.length, plan.figure.length) * LETTER_PX;
        return { x, y, width, height: plan.minor ? 0 : 28 };
      }
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

  /** Until the finger or the button is lifted, wherever that is. */
  #hold(): void {
    if (this.#held) return;
    this.#held = true;
    const letGo = (): void => {
      for (const lifted of ['pointerup', 'pointercancel']) document.removeEventListener(lifted, letGo);
      this.#held = false;
      if (!this.#drawAgain) return;
      this.#drawAgain = false;
      // What it lets go of is told first.
      setTimeout(() => {
        untracked(() => {
          this.#drawSites(this.shows().sites ? this.marks() : [], this.shows(), this.chosen());
        });
      });
    };
    for (const lifted of ['pointerup', 'pointercancel']) document.addEventListener(lifted, letGo);
  }

  #drawSites(marks: readonly MapMark[], shows: MapShows, chosen: string | null): void {
    if (this.#held) {
      this.#drawAgain = true;
      return;
    }
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
        html: mark.plan
          ? planHtml(mark.plan, mark.name, mark.id === chosen, sides[n] ?? 'right')
          : siteHtml(mark, shows, mark.id === chosen, sides[n] ?? 'right'),
      });
      const marker = L.marker([mark.lat, mark.lon], {
        icon,
        title: mark.says,
        alt: mark.says,
        draggable: mark.id === chosen,
        autoPan: true,
        // Points along edges are reached in the list.
        keyboard: mark.plan?.minor !== true,
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
      marker.on('mousedown dragstart', () => {
        this.#hold();
      });
      marker.on('drag', () => {
        const { lat, lng } = marker.getLatLng().wrap();
        if (this.#dragged !== marker) {
          this.#dragged = marker;
          if (this.dragSays() !== '' || mark.plan)
            marker.bindTooltip(this.dragSays(), { permanent: true, direction: 'top', className: 'drag-figure' });
        }
        this.dragging.emit({ id: mark.id, lat, lon: lng });
      });
      marker.on('dragend', () => {
        this.#dragged = null;
        marker.unbindTooltip();
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
