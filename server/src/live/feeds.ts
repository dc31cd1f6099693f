import type { Logger } from 'pino';
import type { StoredEntry } from '@ash-knot/contract';

/** What one open sheet has seen, and how it is told more. */
interface Follower {
  seen: number;
  /** The text of the event, written once for all who hear it. */
  readonly send: (event: string) => void;
}

interface Feed {
  readonly followers: Set<Follower>;
  /** It is being asked for, or stands in line for it. */
  asked: boolean;
  /** Something was said while it was. */
  again: boolean;
}

/** Jobs asked for at once: when the news is back every open sheet asks, and the benches need connections too. */
const AT_ONCE = 3;
/** After a question that failed, ms; and as much again by chance. */
const RETRY_MS = 500;

/**
 * The open sheets of this process by their job. An entry is asked for once, whoever watches: the answer goes to
 * every stream of its job, each from where it stands.
 */
export class JobFeeds {
  private readonly feeds = new Map<string, Feed>();
  private readonly line: [string, Feed][] = [];
  private active = 0;

  /** @param entries of one job after a place, in order, `most` at a time */
  constructor(
    private readonly entries: (job: string, after: number) => Promise<StoredEntry[]>,
    private readonly most: number,
    private readonly log: Logger,
  ) {}

  /** Tells `send` of everything after `seen`, from now on. @returns how to stop */
  follow(job: string, seen: number, send: Follower['send']): () => void {
    const follower: Follower = { seen, send };
    const feed = this.feeds.get(job) ?? { followers: new Set(), asked: false, again: false };
    this.feeds.set(job, feed);
    feed.followers.add(follower);
    this.pull(job);
    return () => {
      feed.followers.delete(follower);
      if (feed.followers.size === 0 && this.feeds.get(job) === feed) this.feeds.delete(job);
    };
  }

  /** Something was written to a job. */
  pull(job: string): void {
    const feed = this.feeds.get(job);
    if (!feed) return;
    feed.again = true;
    if (feed.asked) return;
    feed.asked = true;
    this.line.push([job, feed]);
    this.next();
  }
  /** News may have been missed: everybody looks again. */
  pullAll(): void {
    for (const job of this.feeds.keys()) this.pull(job);
  }

  private next(): void {
    while (this.active < AT_ONCE) {
      const one = this.line.shift();
      if (!one) return;
      this.active++;
      void this.ask(...one).finally(() => {
        this.active--;
        this.next();
      });
    }
  }

  private async ask(job: string, feed: Feed): Promise<void> {
    try {
      while (feed.again && feed.followers.size > 0) {
        feed.again = false;
        const from = Math.min(...[...feed.followers].map((f) => f.seen));
        const fresh = await this.entries(job, from);
        this.tell(feed, fresh);
        if (fresh.length === this.most) feed.again = true;
      }
    } catch (err) {
      this.log.warn({ err, job }, 'live entries could not be read');
      setTimeout(() => this.pull(job), RETRY_MS * (1 + Math.random())).unref();
    } finally {
      feed.asked = false;
    }
  }

  private tell(feed: Feed, fresh: readonly StoredEntry[]): void {
    const last = fresh.at(-1)?.seq;
    if (last === undefined) return;
    // Those who stand at one place are told the same text.
    const texts = new Map<number, string>();
    for (const f of feed.followers) {
      const news = fresh.filter((e) => e.seq > f.seen);
      if (news.length === 0) continue;
      const text = texts.get(news.length) ?? `id: ${last}\nevent: entries\ndata: ${JSON.stringify(news)}\n\n`;
      texts.set(news.length, text);
      f.seen = last;
      f.send(text);
    }
  }
}
