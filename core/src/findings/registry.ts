import { bankMixed } from './banks/bank-mixed.ts';
import { bankUnbalanced } from './banks/bank-unbalanced.ts';
import { bankWithoutFuses } from './banks/bank-without-fuses.ts';
import { batteryInHeat } from './banks/battery-in-heat.ts';
import { batteryOverLimit } from './banks/battery-over-limit.ts';
import { lithiumOnAlternator } from './banks/lithium-on-alternator.ts';
import { ventedWantsAir } from './banks/vented-wants-air.ts';
import { barWithoutReserve } from './bars/bar-without-reserve.ts';
import { seriesRating } from './bars/series-rating.ts';
import { fixingsPulled } from './body/fixings-pulled.ts';
import { heavyToLift } from './body/heavy-to-lift.ts';
import { topHeavy } from './body/top-heavy.ts';
import { banksStayJoined } from './control/banks-stay-joined.ts';
import { batteryLostUnderSun } from './control/battery-lost-under-sun.ts';
import { boostCurrent } from './control/boost-current.ts';
import { chargeNotBlocked } from './control/charge-not-blocked.ts';
import { chargerRunsEngineOff } from './control/charger-runs-engine-off.ts';
import { chargerStrap } from './control/charger-strap.ts';
import { controlRuleBroken } from './control/control-rule-broken.ts';
import { essentialCutOff } from './control/essential-cut-off.ts';
import { loadNotCut } from './control/load-not-cut.ts';
import { relayChatters } from './control/relay-chatters.ts';
import { signalDoesNothing } from './control/signal-does-nothing.ts';
import { starterDrained } from './control/starter-drained.ts';
import { thresholdWrong } from './control/threshold-wrong.ts';
import { cableTooShort } from './ends/cable-too-short.ts';
import { clampOverfull } from './ends/clamp-overfull.ts';
import { dieMissing } from './ends/die-missing.ts';
import { linkTooLong } from './ends/link-too-long.ts';
import { lugDoesNotFit } from './ends/lug-does-not-fit.ts';
import { lugWouldBeBent } from './ends/lug-would-be-bent.ts';
import { noShrinkFits } from './ends/no-shrink-fits.ts';
import { plainLugDamp } from './ends/plain-lug-damp.ts';
import { postsDiffer } from './ends/posts-differ.ts';
import { studOrder } from './ends/stud-order.ts';
import { studOverfull } from './ends/stud-overfull.ts';
import { breakerReversed } from './faults/breaker-reversed.ts';
import { conductorUnknown } from './faults/conductor-unknown.ts';
import { faultNotCleared } from './faults/fault-not-cleared.ts';
import { faultWithstand } from './faults/fault-withstand.ts';
import { fuseOpensOnSurge } from './faults/fuse-opens-on-surge.ts';
import { notSelective } from './faults/not-selective.ts';
import type { Finding as AnyFinding } from './finding.ts';
import { clearSpace } from './layout/clear-space.ts';
import { farIsolator } from './layout/far-isolator.ts';
import { fixingNearEdge } from './layout/fixing-near-edge.ts';
import { partNowhere } from './layout/part-nowhere.ts';
import { partOffPanel } from './layout/part-off-panel.ts';
import { partsOverlap } from './layout/parts-overlap.ts';
import { screwNearEdge } from './layout/screw-near-edge.ts';
import { mainsBackFeed } from './mains/mains-back-feed.ts';
import { mainsCableThin } from './mains/mains-cable-thin.ts';
import { mainsLoadUnfed } from './mains/mains-load-unfed.ts';
import { mainsLoop } from './mains/mains-loop.ts';
import { mainsOverTransfer } from './mains/mains-over-transfer.ts';
import { mainsPinsLive } from './mains/mains-pins-live.ts';
import { mainsSelfFed } from './mains/mains-self-fed.ts';
import { mainsSideOpen } from './mains/mains-side-open.ts';
import { socketWithoutRcd } from './mains/socket-without-rcd.ts';
import { alternatorAtIdle } from './power/alternator-at-idle.ts';
import { alternatorOverdrawn } from './power/alternator-overdrawn.ts';
import { bankShortOfDays } from './power/bank-short-of-days.ts';
import { bankSmallForInverter } from './power/bank-small-for-inverter.ts';
import { bankSmallForLoads } from './power/bank-small-for-loads.ts';
import { bankTooCold } from './power/bank-too-cold.ts';
import { chargeOverLimit } from './power/charge-over-limit.ts';
import { groupOfOne } from './power/group-of-one.ts';
import { inverterTooSmall } from './power/inverter-too-small.ts';
import { loadAboveInverter } from './power/load-above-inverter.ts';
import { mainsWithoutInverter } from './power/mains-without-inverter.ts';
import { needsSine } from './power/needs-sine.ts';
import { ratingUnknown } from './power/rating-unknown.ts';
import { sourceUnused } from './power/source-unused.ts';
import { surgeTooLarge } from './power/surge-too-large.ts';
import { surveyFuseAboveWire } from './power/survey-fuse-above-wire.ts';
import { surveyUnknown } from './power/survey-unknown.ts';
import { ownRulesMissing } from './profile/own-rules-missing.ts';
import { ruleWithCondition } from './profile/rule-with-condition.ts';
import { cableBelowCurrent } from './protection/cable-below-current.ts';
import { cableBelowFuse } from './protection/cable-below-fuse.ts';
import { dropOverLimit } from './protection/drop-over-limit.ts';
import { fuseBelowCurrent } from './protection/fuse-below-current.ts';
import { interruptRating } from './protection/interrupt-rating.ts';
import { lineCollapses } from './protection/line-collapses.ts';
import { noFuseFits } from './protection/no-fuse-fits.ts';
import { noFuseNearSource } from './protection/no-fuse-near-source.ts';
import { noSizeFits } from './protection/no-size-fits.ts';
import { parallelUnequal } from './protection/parallel-unequal.ts';
import { sizingUnsettled } from './protection/sizing-unsettled.ts';
import { bendTooTight } from './routes/bend-too-tight.ts';
import { cableOverHot } from './routes/cable-over-hot.ts';
import { dampRun } from './routes/damp-run.ts';
import { guessOverSomething } from './routes/guess-over-something.ts';
import { holeNearEdge } from './routes/hole-near-edge.ts';
import { holeTooSmall } from './routes/hole-too-small.ts';
import { holeUnlined } from './routes/hole-unlined.ts';
import { holesClose } from './routes/holes-close.ts';
import { leadFromStock } from './routes/lead-from-stock.ts';
import { leadTooLong } from './routes/lead-too-long.ts';
import { noTravelLoop } from './routes/no-travel-loop.ts';
import { notSeparated } from './routes/not-separated.ts';
import { openToTheWeather } from './routes/open-to-the-weather.ts';
import { runNotMeasured } from './routes/run-not-measured.ts';
import { accessBehind } from './space/access-behind.ts';
import { airShutOff } from './space/air-shut-off.ts';
import { airTooWarm } from './space/air-too-warm.ts';
import { batteryBesideHot } from './space/battery-beside-hot.ts';
import { gasUnderLid } from './space/gas-under-lid.ts';
import { hitsLid } from './space/hits-lid.ts';
import { holeCovered } from './space/hole-covered.ts';
import { inDoorSwing } from './space/in-door-swing.ts';
import { inKeepOut } from './space/in-keep-out.ts';
import { needsHoldingDown } from './space/needs-holding-down.ts';
import { noRoomBehind } from './space/no-room-behind.ts';
import { noToolSwing } from './space/no-tool-swing.ts';
import { outOfReach } from './space/out-of-reach.ts';
import { screwHitsBehind } from './space/screw-hits-behind.ts';
import { screwHoldsLittle } from './space/screw-holds-little.ts';
import { screwTooLong } from './space/screw-too-long.ts';
import { sensorFar } from './space/sensor-far.ts';
import { terminalsOpen } from './space/terminals-open.ts';
import { controllerInputCurrent } from './sun/controller-input-current.ts';
import { isolatorBelowString } from './sun/isolator-below-string.ts';
import { stringTooHigh } from './sun/string-too-high.ts';
import { stringsUnfused } from './sun/strings-unfused.ts';
import { colourAgainstPolarity } from './wiring/colour-against-polarity.ts';
import { connectionWithoutCable } from './wiring/connection-without-cable.ts';
import { deadPartWired } from './wiring/dead-part-wired.ts';
import { domainMixed } from './wiring/domain-mixed.ts';
import { frameLoop } from './wiring/frame-loop.ts';
import { frameReturn } from './wiring/frame-return.ts';
import { minusBeforeShunt } from './wiring/minus-before-shunt.ts';
import { noBattery } from './wiring/no-battery.ts';
import { noReturn } from './wiring/no-return.ts';
import { notFed } from './wiring/not-fed.ts';
import { plusTiedToMinus } from './wiring/plus-tied-to-minus.ts';
import { polarityReversed } from './wiring/polarity-reversed.ts';
import { shuntBypassed } from './wiring/shunt-bypassed.ts';
import { sourcesClash } from './wiring/sources-clash.ts';
import { terminalUnconnected } from './wiring/terminal-unconnected.ts';

/** Every kind of finding there is. A new one is a file, and a line here. */
export const FINDINGS = [
  colourAgainstPolarity,
  connectionWithoutCable,
  deadPartWired,
  domainMixed,
  frameLoop,
  frameReturn,
  minusBeforeShunt,
  noBattery,
  noReturn,
  notFed,
  plusTiedToMinus,
  polarityReversed,
  shuntBypassed,
  sourcesClash,
  terminalUnconnected,
  cableBelowCurrent,
  cableBelowFuse,
  dropOverLimit,
  fuseBelowCurrent,
  interruptRating,
  lineCollapses,
  noFuseFits,
  noFuseNearSource,
  noSizeFits,
  parallelUnequal,
  sizingUnsettled,
  breakerReversed,
  conductorUnknown,
  faultNotCleared,
  faultWithstand,
  fuseOpensOnSurge,
  notSelective,
  barWithoutReserve,
  seriesRating,
  bankMixed,
  bankUnbalanced,
  bankWithoutFuses,
  batteryInHeat,
  batteryOverLimit,
  ventedWantsAir,
  lithiumOnAlternator,
  isolatorBelowString,
  controllerInputCurrent,
  stringTooHigh,
  stringsUnfused,
  mainsBackFeed,
  mainsCableThin,
  mainsLoadUnfed,
  mainsLoop,
  mainsPinsLive,
  mainsOverTransfer,
  mainsSelfFed,
  mainsSideOpen,
  socketWithoutRcd,
  banksStayJoined,
  batteryLostUnderSun,
  boostCurrent,
  chargeNotBlocked,
  chargerRunsEngineOff,
  chargerStrap,
  controlRuleBroken,
  essentialCutOff,
  loadNotCut,
  relayChatters,
  signalDoesNothing,
  starterDrained,
  thresholdWrong,
  cableTooShort,
  clampOverfull,
  dieMissing,
  linkTooLong,
  lugDoesNotFit,
  lugWouldBeBent,
  noShrinkFits,
  plainLugDamp,
  postsDiffer,
  studOrder,
  studOverfull,
  clearSpace,
  farIsolator,
  fixingNearEdge,
  partNowhere,
  partOffPanel,
  partsOverlap,
  screwNearEdge,
  accessBehind,
  airShutOff,
  batteryBesideHot,
  airTooWarm,
  gasUnderLid,
  hitsLid,
  holeCovered,
  inDoorSwing,
  inKeepOut,
  needsHoldingDown,
  noRoomBehind,
  noToolSwing,
  outOfReach,
  screwHitsBehind,
  screwHoldsLittle,
  screwTooLong,
  sensorFar,
  terminalsOpen,
  bendTooTight,
  cableOverHot,
  dampRun,
  guessOverSomething,
  holeNearEdge,
  holeTooSmall,
  holeUnlined,
  holesClose,
  leadFromStock,
  leadTooLong,
  noTravelLoop,
  notSeparated,
  openToTheWeather,
  runNotMeasured,
  fixingsPulled,
  heavyToLift,
  topHeavy,
  alternatorAtIdle,
  alternatorOverdrawn,
  bankShortOfDays,
  bankSmallForInverter,
  bankSmallForLoads,
  bankTooCold,
  chargeOverLimit,
  groupOfOne,
  inverterTooSmall,
  loadAboveInverter,
  mainsWithoutInverter,
  needsSine,
  ratingUnknown,
  sourceUnused,
  surgeTooLarge,
  surveyFuseAboveWire,
  surveyUnknown,
  ownRulesMissing,
  ruleWithCondition,
] as const;

export type FindingId = (typeof FINDINGS)[number]['id'];
/** A finding of a board, its kind one of the registry's. */
export type Finding = AnyFinding<FindingId>;
