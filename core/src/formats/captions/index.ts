export { openTalk, withSpokenTimes, type OpenedTalk, type TalkCandidate } from "./open-talk";
export { readCaptions, type CaptionsReading, type Cue } from "./captions";
export { talkPhrases, type TalkPhrase, type TalkPhrases } from "./talk-phrases";
