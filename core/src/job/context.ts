import { DISTANCE_UNITS, shopMeasures, type Measures } from '../units';
import type { DangerAt } from '../danger';
import type { Case } from '../diagnosis';
import type { GaugeSpec } from '../gauge';
import { DEFECTS, JOINT_KINDS, type JointId } from '../joint';
import { ROLES, type Entry, type EntryBodies, type MeasuredPhase } from '../ledger';
import type { TaskTime } from '../plan';
import { LIMIT_OWNERS } from '../play';
import type { Given, Held, SchemaKit } from '../schema';
import { DIALECTS, isTimeZone } from '../text';
import type { FittedBefore } from '../assembly';
import type { Vec3 } from '../numeric';
import { SIDES, type AxleEnd, type PointName, type VehicleTypeSpec } from '../vehicle';

/** What the papers for a customer can be printed in. The program itself speaks English. */
export const PAPER_LANGUAGES = ['English', 'Deutsch', 'Español'] as const;
export type PaperLanguage = (typeof PAPER_LANGUAGES)[number];

export const JOB_KINDS = [
  'noise',
  'failed inspection',
  'age replacement',
  'upgrade',
  'changed stance',
  'access',
  'found during other work',
] as const;
export type JobKind = (typeof JOB_KINDS)[number];

export const STATIONS = ['listen', 'find', 'settle', 'work', 'prove'] as const;
export type Station = (typeof STATIONS)[number];

/** The schema of a yard's rules. Each default says what rules written down before there was such a rule meant. */
export const yardRulesSchema = ({ z, text }: SchemaKit) => {
  const limit = z.object({ limitMm: z.number().positive().max(20), owner: z.enum(LIMIT_OWNERS) });
  return z.object({
    dialect: z.enum(DIALECTS),
    /** The driver's side of the vehicle; the kerb is on the other. */
    driverSide: z.enum(SIDES),
    /** Posterior above which a suspect may be named, once the dangerous joints are cleared. */
    verdictThreshold: z.number().min(0.3).max(0.99),
    /** Limit of play where a number decides; joints not listed: any play that a gauge can detect. */
    playLimits: z.partialRecord(z.enum(JOINT_KINDS), limit),
    /**
     * Joints at which a slight play is a fail already; at any other it is watched. Common practice, no source: play
     * felt in a ball joint is a fail, a trace in a rack's inner joint is measured or watched.
     */
    slightFails: z.array(z.enum(JOINT_KINDS)).max(20).default(['ball-joint', 'upper-ball-joint']),
    inspection: z
      .object({
        /** Empty where the shop has written no rule down: then nothing is said to fail. */
        source: text(160),
        /** What moves in the hand, or is beyond its limit. */
        play: z.boolean(),
        /** What is seen. */
        defects: z.array(z.enum(DEFECTS)).max(DEFECTS.length),
      })
      .refine((r) => r.source !== '' || (!r.play && r.defects.length === 0), {
        error: 'must say where the inspection rule is written',
        path: ['source'],
      })
      .default({ source: '', play: false, defects: [] }),
    recheckKm: z.number().min(20).max(1000),
    alignmentJoints: z.array(z.enum(JOINT_KINDS)).max(20),
    /** Whether this shop drives with the links off and the bar tied clear, slowly, off the road. */
    linksOffDrive: z.boolean().default(false),
    /** What prices are in, ISO 4217; euros before a shop could say. */
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/, { error: 'must be three capitals, such as EUR' })
      .default('EUR'),
    prices: z
      .object({
        /** An hour of hands-on work; 0 where no rate is set: then work is told in minutes. */
        labourMinorPerHour: z.int().min(0).max(10_000_000),
        taxPercent: z.number().min(0).max(100),
        /** Prices of parts and the rate have the tax in them. */
        taxIncluded: z.boolean(),
      })
      .default({ labourMinorPerHour: 0, taxPercent: 0, taxIncluded: true }),
    /** Whether inches and lbf·ft come first. */
    inchFirst: z.boolean().default(false),
    /** What a dashboard counts here. */
    distance: z.enum(DISTANCE_UNITS).default('km'),
    /** Whether first names stand at the sign-in of a device; where not, they are typed. */
    namesAtDoor: z.boolean().default(true),
    /** What stands at the head of every paper, and the size it is printed on. */
    paper: z
      .object({
        address: text(200),
        telephone: text(40),
        email: text(160),
        size: z.enum(['A4', 'Letter']),
        language: z.enum(PAPER_LANGUAGES).default('English'),
      })
      .default({ address: '', telephone: '', email: '', size: 'A4', language: 'English' }),
    /** Who puts the file right: types with their torques, and vehicles. */
    putRight: z
      .object({ types: z.array(z.enum(ROLES)).min(1).max(4), vehicles: z.array(z.enum(ROLES)).min(1).max(4) })
      .default({ types: ['technician', 'lead'], vehicles: ['technician', 'lead', 'writer'] }),
    /** The shop's time zone (IANA): its days begin and its clocks show by it. Null: nobody said, each device's own. */
    timeZone: z
      .string()
      .max(60)
      .refine(isTimeZone, { error: 'must be a time zone such as Europe/Oslo or UTC' })
      .nullable()
      .default(null),
  });
};
/** What the shop has decided for itself. */
export type YardRules = Held<Given<typeof yardRulesSchema>>;
/** How the shop reckons a price. Money in minor units. */
export type PriceRules = YardRules['prices'];
/** What fails an inspection where this shop works: its own rule, and where that is written. */
export type InspectionRule = YardRules['inspection'];

/** A hard point measured on this vehicle at an earlier visit. */
export interface FilePoint {
  readonly axle: AxleEnd;
  readonly point: PointName;
  readonly at: Vec3;
}

/** A trap or tip of the type: who wrote it, and when. */
export type FileTip = EntryBodies['tip'] & { readonly by: string; readonly at: string };

/** Play of a joint at an earlier visit: the latest, and after the work where there was some. */
export interface FilePlay {
  readonly joint: JointId;
  readonly meanMm: number;
  /** Readings it is the mean of. */
  readonly n: number;
  readonly gauge: string;
  readonly phase: MeasuredPhase;
  readonly atKm: number;
}

/** What it left here with, the last time, not for the road. */
export interface FileLeft {
  readonly at: readonly DangerAt[];
  /** ISO 8601 */
  readonly on: string;
  readonly job: string;
}

/** A visit after a job that is handed back. */
export interface FileVisit {
  /** yyyy-mm-dd */
  readonly on: string;
  readonly renewed: readonly JointId[];
  readonly left: readonly DangerAt[];
}

/** A line that says what outlives its job: a size measured at the vehicle, a value read in the maker’s book. */
export type Lasting = Pick<Entry<'size'>, 'kind' | 'body'> | Pick<Entry<'book'>, 'kind' | 'body'>;

/** A finding that was kept for the vehicle: its next visits have it as known. */
export type KnownHere = Lasting & {
  /** The entry it was. */
  readonly entry: string;
  /** Who wrote it, by name, and the day, yyyy-mm-dd. */
  readonly by: string;
  readonly on: string;
  /** What the vehicle had run then, km. */
  readonly atKm: number;
};

/** What the file says: parts renewed at earlier visits, points measured then, and what sisters of the type had. */
export type CaseFile = Pick<Case, 'renewed' | 'sisters'> & {
  readonly points?: readonly FilePoint[] | undefined;
  /** What went on then that changes how the vehicle is put together, the first one first. */
  readonly fitted?: readonly FittedBefore[] | undefined;
  readonly plays?: readonly FilePlay[] | undefined;
  /** What was found at this visit and kept for the next ones. */
  readonly kept?: readonly { readonly entry: string; readonly for: 'vehicle' | 'type' }[] | undefined;
  /** What was found at earlier visits and kept for this vehicle. */
  readonly known?: readonly KnownHere[] | undefined;
  /** What was kept for the type, step by step, newest first. */
  readonly tips?: readonly FileTip[] | undefined;
  /** How long tasks took in this shop. */
  readonly times?: readonly TaskTime[] | undefined;
  readonly left?: FileLeft | null | undefined;
  /** Of a job that is handed back: what the visits after it renewed, and what they left with; the first one first. */
  readonly since?: readonly FileVisit[] | undefined;
};

/** Everything a job is judged by that is not on its tape. */
export interface JobContext {
  readonly type: VehicleTypeSpec;
  readonly typeId: string;
  /** Which of the type's variants the vehicle is; nothing where nobody has looked. */
  readonly variant?: string | null | undefined;
  readonly kind: JobKind;
  readonly distanceKm: number;
  readonly rules: YardRules;
  readonly gauges: readonly GaugeSpec[];
  readonly file?: CaseFile | undefined;
  /** It stands outside: no bay waits for it. */
  readonly outside?: boolean | undefined;
  /** A practice vehicle, all the way or from the customer to the verdict. */
  readonly practice?: 'whole' | 'diagnosis' | false | undefined;
  /** What comes first where this job is read: the shop's rule, or what its screen was swapped to. */
  readonly measures: Measures;
}

/** A job as the server hands it out, as far as its context needs it. */
export interface JobRecord {
  readonly kind: JobKind;
  readonly distanceKm: number;
  readonly type: VehicleTypeSpec;
  readonly vehicle: {
    readonly typeId: string;
    readonly variant?: string | null | undefined;
    readonly known?: readonly KnownHere[] | undefined;
  };
  readonly file?: CaseFile | undefined;
  /** Where it stands; null is outside. */
  readonly bay?: string | null | undefined;
}

/** The one place where a job's context is built: from the job, and the shop it stands in. */
export const contextOf = (
  job: JobRecord,
  shop: { readonly rules: YardRules; readonly gauges: readonly GaugeSpec[] },
  measures: Measures = shopMeasures(shop.rules.inchFirst, shop.rules.distance),
): JobContext => ({
  type: job.type,
  typeId: job.vehicle.typeId,
  variant: job.vehicle.variant,
  kind: job.kind,
  distanceKm: job.distanceKm,
  rules: shop.rules,
  gauges: shop.gauges,
  file: { ...job.file, known: job.vehicle.known },
  outside: job.bay === null,
  measures,
});
