import type { Logger } from 'pino';
import type { Db } from '../db/pool';
import { entriesOf } from '../ledger/read';
import { JobFeeds } from './feeds';
import { LiveNews } from './news';
import { Streams } from './streams';

/** What is heard from other servers and told to the screens that are open here. */
export interface Live {
  readonly news: LiveNews;
  readonly feeds: JobFeeds;
  /** The same of practice vehicles. */
  readonly practice: JobFeeds;
  readonly streams: Streams;
  stop(): Promise<void>;
}

/** Lines of a tape that are told at once: who knows nothing of a long one is told it in so many pieces. */
const AT_A_TIME = 500;

/** @throws Error when the database is not there */
export async function startLive(db: Db, connectionString: string, log: Logger): Promise<Live> {
  const news = new LiveNews(connectionString, log);
  const feeds = new JobFeeds((job, after) => entriesOf(db, [job], { after, most: AT_A_TIME }), AT_A_TIME, log);
  const practice = new JobFeeds(
    (id, after) => entriesOf(db, [id], { after, most: AT_A_TIME, table: 'practice_entry' }),
    AT_A_TIME,
    log,
  );
  const streams = new Streams();
  news.hear({
    job: (job) => feeds.pull(job),
    practice: (id) => practice.pull(id),
    device: (device) => streams.endDevice(device),
    missed: () => {
      feeds.pullAll();
      practice.pullAll();
    },
  });
  await news.start();
  return {
    news,
    feeds,
    practice,
    streams,
    async stop() {
      streams.endAll();
      await news.stop();
    },
  };
}
