export { readCaptions, type CaptionsReading, type Cue } from "./captions";
export { talkPhrases, type TalkPhrase, type TalkPhrases } from "./talk-phrases";
