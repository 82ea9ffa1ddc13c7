export { eventsInLine, type EventInLine, type Voice } from "./events-in-line";
export { playedBars, type PlayedBar, type PlayWishes } from "./played-bars";
export { stillSounding } from "./sounding-with";
