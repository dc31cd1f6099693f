import { shopMeasures, type DistanceUnit, type Measures } from '../units';
import type { Case } from '../diagnosis';
import type { GaugeSpec } from '../gauge';
import type { Defect, JointId, JointKind } from '../joint';
import type { EntryBodies, MeasuredPhase } from '../ledger';
import type { TaskTime } from '../plan';
import type { Limit } from '../play';
import type { Dialect } from '../text';
import type { Vec3 } from '../numeric';
import type { AxleEnd, PointName, Side, VehicleTypeSpec } from '../vehicle';

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

/** How the shop reckons a price. Money in minor units. */
export interface PriceRules {
  /** An hour of hands-on work; 0 where no rate is set: then work is told in minutes. */
  readonly labourMinorPerHour: number;
  readonly taxPercent: number;
  /** Prices of parts and the rate have the tax in them. */
  readonly taxIncluded: boolean;
}

/** What fails an inspection where this shop works: its own rule, and where that is written. */
export interface InspectionRule {
  /** Empty where the shop has written no rule down: then nothing is said to fail. */
  readonly source: string;
  /** What moves in the hand, or is beyond its limit. */
  readonly play: boolean;
  /** What is seen. */
  readonly defects: readonly Defect[];
}

/** What the shop has decided for itself. */
export interface YardRules {
  readonly dialect: Dialect;
  /** The driver's side of the vehicle; the kerb is on the other. */
  readonly driverSide: Side;
  /** Posterior above which a suspect may be named, once the dangerous joints are cleared. */
  readonly verdictThreshold: number;
  /** Limit of play where a number decides; joints not listed: any play that a gauge can detect. */
  readonly playLimits: Partial<Record<JointKind, Limit>>;
  /**
   * Joints at which a slight play is a fail already; at any other it is watched. Common practice, no source: play
   * felt in a ball joint is a fail, a trace in a rack's inner joint is measured or watched.
   */
  readonly slightFails: readonly JointKind[];
  readonly inspection: InspectionRule;
  readonly recheckKm: number;
  readonly alignmentJoints: readonly JointKind[];
  /** Whether this shop drives with the links off and the bar tied clear, slowly, off the road. */
  readonly linksOffDrive: boolean;
  /** What prices are in, ISO 4217. */
  readonly currency: string;
  readonly prices: PriceRules;
  /** Whether inches and lbf·ft come first. */
  readonly inchFirst: boolean;
  /** What a dashboard counts here. */
  readonly distance: DistanceUnit;
  /** Whether first names stand at the sign-in of a device; where not, they are typed. */
  readonly namesAtDoor: boolean;
  /** The shop's time zone (IANA): its days begin and its clocks show by it. Null: nobody said, each device's own. */
  readonly timeZone: string | null;
}

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

/** What the file says: parts renewed at earlier visits, points measured then, and what sisters of the type had. */
export type CaseFile = Pick<Case, 'renewed' | 'sisters'> & {
  readonly points?: readonly FilePoint[] | undefined;
  readonly plays?: readonly FilePlay[] | undefined;
  /** What was kept for the type, step by step, newest first. */
  readonly tips?: readonly FileTip[] | undefined;
  /** How long tasks took in this shop. */
  readonly times?: readonly TaskTime[] | undefined;
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
  /** What comes first where this job is read: the shop's rule, or what its screen was swapped to. */
  readonly measures: Measures;
}

/** A job as the server hands it out, as far as its context needs it. */
export interface JobRecord {
  readonly kind: JobKind;
  readonly distanceKm: number;
  readonly type: VehicleTypeSpec;
  readonly vehicle: { readonly typeId: string; readonly variant?: string | null | undefined };
  readonly file?: CaseFile | undefined;
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
  file: job.file,
  measures,
});
