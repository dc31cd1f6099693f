import { inject, Injectable } from '@angular/core';
import type { PartList, PartMatch } from '@ash-knot/contract';
import { askNext, fitWithout, rankParts, type LengthUnit, type Part, type PartKind, type Wanted } from '@ash-knot/core';
import { Today } from '../offline/today';
import { Api, ApiError } from '../state/api';

/** The server's catalogue, ranked there; what is listed for the types of today's jobs is kept, so that it can be ranked here without a line. */
@Injectable()
export class Catalogue {
  private readonly api = inject(Api);
  private readonly today = inject(Today);
  private readonly seen = new Map<string, Part>();

  /** What fits, best first. @throws ApiError when there is no line and nothing was seen before */
  async match(wanted: Wanted, unit: LengthUnit): Promise<PartMatch> {
    try {
      const found = await this.api.post<PartMatch>('/parts/match', { wanted: plain(wanted), unit });
      for (const c of [...found.fitting, ...found.excluded]) this.seen.set(c.part.id, c.part);
      return found;
    } catch (e) {
      if (!(e instanceof ApiError && e.offline)) throw e;
      const listed = wanted.typeId ? await this.today.parts(wanted.typeId).catch(() => []) : [];
      for (const p of listed) if (wanted.kinds.includes(p.kind)) this.seen.set(p.id, p);
      const parts = [...this.seen.values()].filter((p) => wanted.kinds.includes(p.kind));
      if (parts.length === 0) throw e;
      const ranked = rankParts(parts, wanted, unit);
      return {
        fitting: ranked.filter((c) => c.excluded.length === 0),
        excluded: ranked.filter((c) => c.excluded.length > 0),
        ask: askNext(ranked, wanted) ?? null,
        without: fitWithout(parts, wanted),
        looked: parts.length,
      };
    }
  }
  /** Everything of a kind, as far as a list goes. */
  async of(kind: PartKind | string): Promise<readonly Part[]> {
    return (await this.api.get<PartList>('/parts', { kind, limit: '500' }).catch(() => ({ parts: [] }))).parts;
  }
  /** A part that is in no list joins the shelf. */
  add(part: Part): Promise<Part> {
    return this.api.post<Part>('/parts', { part });
  }
}

/** JSON has no undefined: what is not known is left out. */
const plain = (w: Wanted): unknown => JSON.parse(JSON.stringify(w));
