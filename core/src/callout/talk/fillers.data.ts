/**
 * Everyday words around the notes. They are passed over where nothing else reads them; the list is
 * closed, so that a word nobody thought of is asked about and not lost. No word belongs here that
 * could change what is played: no number, not *same*, *both*, *together*, *up*, *again*, *or*, *not*.
 */
const EVERYDAY =
  "a an the this that these those here there where when what which who whose why how well " +
  "i you he she we they me us him her them my your our their his its it mine yours ours " +
  "one's i'm i'd i'll i've you're you'd you'll you've we're we'd we'll we've they're " +
  "they've he's she's it's it'd it'll that's that'll there's here's what's who's where's " +
  "how's let's lets gonna wanna gotta kinda sorta lemme cause cuz coz am is are was were " +
  "be been being do does did done doing have has had having can could will would shall " +
  "should may must ought used and so then now next after afterwards before as at by in " +
  "into of off onto on over across along around through about from for with to toward " +
  "towards upon within inside outside under beneath beside between during until till " +
  "because since while if though although but yet plus also too else even just only really " +
  "very quite pretty rather right okay ok alright yeah yep yup yes hey hi hello um umm uh " +
  "uhh er erm ah oh hmm mm mhm huh wow man guys folks everybody everyone buddy friend " +
  "friends dude people like kind sort type bit little bits basically literally actually " +
  "obviously simply exactly directly straight immediately quickly quick slowly slow gently " +
  "gentle nicely nice softly soft loudly loud hard lightly light easy easily fast good " +
  "great cool lovely beautiful awesome perfect fine simple basic clean big small tiny huge " +
  "long short heavy tight loose solid steady smooth tasty funky groovy bluesy sweet juicy " +
  "chunky punchy crunchy nasty mean weird strange tricky difficult fun go goes going gone " +
  "went come comes coming came get gets getting got give gives giving gave take takes " +
  "taking took put puts putting make makes making made play plays playing played hit hits " +
  "hitting pick picks picking picked pluck plucks strum strums strike move moves moving " +
  "jump jumps jumping hop hops walk walks walking land lands landing start starts starting " +
  "started begin begins beginning began finish finishes finishing finished end ends ending " +
  "ended stop stops keep keeps keeping need needs needed want wants try tries trying use " +
  "uses using see sees seeing look looks looking watch hear hears hearing listen sound " +
  "sounds sounding say says saying said tell call called calls talk show shows showing " +
  "think thinking thought know knows knowing means feel feels feeling find finds finding " +
  "let letting leave leaves bring brings follow follows followed following add adds adding " +
  "set sets sit sits sitting live lives stay stays staying grab grabs fret frets fretting " +
  "fretted press presses pressing pressed hold holds holding reach reaches reaching " +
  "stretch place places placing work works happen happens happening turn turns switch " +
  "switches return returns drop drops climb climbs dig throw head heads love loves " +
  "remember notice guess check bet hope please thanks thank sorry note notes part parts " +
  "section sections phrase phrases riff riffs lick licks line lines run runs figure thing " +
  "things stuff way ways spot point position sequence melody tune bassline groove intro " +
  "verse chorus bridge outro song solo fill pattern patterns idea motif first last final " +
  "main opening closing other another each every any some whole entire own single original " +
  "middle time times moment guitar bass neck fretboard fingerboard string strings hand " +
  "hands finger fingers fingertip left tone power rock blues metal jazz classic more much " +
  "many most less least enough almost nearly already still ever always usually often " +
  "sometimes firstly secondly finally lastly eventually somehow anyway anyways tho " +
  "honestly seriously boom bang bam ba da dum dun du na duh doo dah la wham don't doesn't " +
  "didn't isn't aren't wasn't can't won't couldn't wouldn't worry rush forget matter " +
  "nothing something anything everything sure ready ahead forward onwards sings rings 'em " +
  "em 'n n ya ye 'cause 'til guitarist teacher student kick kicks pops whack wallop smack " +
  "breathe breathes bloom milk digging nowhere everywhere whenever whatever's resolve resolves resolving resolved " +
  "downbeat upbeat pickup catch catches catching caught pinch pinches pinching grabbing " +
  "squeeze arrive arrives arriving settle settles hang hangs hanging out away apart chunk " +
  "piece block group groups grouping descend descends descending ascend ascends ascending " +
  "fall falls falling rise rises rising drift enter enters entering continue continues " +
  "continuing carry carries carrying pass passes passing push pushes pushing points " +
  "pointing lead leads leading lift lifts roll rolls rolling swing swings bounce bounces " +
  "bouncing tie ties join joins connect connects connecting link links accentuate " +
  "emphasise emphasize emphasis feature features featuring include includes including " +
  "introduce create creates creating build builds building throws threw snap snaps " +
  "snapping flick flicks whip whips dance dances cruise sneak sneaks sneaking slip slips " +
  "touch touches touching tickle nail nails lock locks locking grooves grooving cook chill " +
  "sink sinks park parks stick sticks sticking hook hooks tag tags flows flow flowing " +
  "loops cycle cycles cycling circle circles circling spin spins trick tricks tip tips " +
  "secret beginner beginners advanced version versions recorded recording record studio " +
  "stage band drummer drums singer vocal vocals unison harmony harmonised voicing voice " +
  "register range area zone region corner side edge neighbourhood neighbor close closer " +
  "closest near nearer far further farther above below underneath beyond opposite parallel " +
  "adjacent neighbouring neighboring outer inner exact precise clear clearly cleanly " +
  "evenly carefully firmly properly correctly tightly loosely smoothly quietly strongly " +
  "heavily gradually suddenly initial initially kickoff tail front rear total full " +
  "complete accompanied accompanying surrounding contrasting answering response answer " +
  "answers reply replies echo echoes beautifully amazing incredible brilliant wonderful " +
  "gorgeous killer wicked sick rad gnarly evil creepy sinister sad happy cheerful bright " +
  "sparkly shiny shimmery airy floaty ethereal dreamy mellow chug chugs chugging chugged " +
  "gallop gallops thump thumps thumping growl growls growling scream screams screaming cry " +
  "cries whisper roar bark barks imagine picture pretend suppose assume consider " +
  "considering depending especially particularly specifically generally normally typically " +
  "technically theoretically naturally apparently myself yourself itself themselves " +
  "someone somebody anyone anybody nobody everyone's person people's listener audience " +
  "crowd kid kids buddy's mate mates fella gang team class today tonight later soon early " +
  "earlier late meanwhile previously beforehand afterward dissonant consonant tense bad " +
  "awful terrible hardest easiest best worst favourite favorite interesting important " +
  "necessary useful helpful comfortable uncomfortable awkward annoying stupid silly crazy " +
  "wild number chromatic diatonic melodic than funny odd old new cheeky dirty warm " +
  "dark haunting driving galloping jazzy bouncy moody smoky spooky real shift round wise " +
  "rhythm fancy special super mega totally completely absolutely definitely certainly";

export const EVERYDAY_WORDS: ReadonlySet<string> = new Set(EVERYDAY.split(" "));

/**
 * What the talk is about where it is not about what to play. Patterns as in `pattern.ts`; a sentence
 * with one of them is a remark, unless a place is named in it.
 */
export const ASIDES: readonly string[] = [
  "about|around|nearly|almost|over? # year|week|month|day|hour|minute|second|time|people",
  "# year|week|month|day|hour|minute|second|people|student|video|lesson|section|verse|song|guitar|version|way|thing|reason|try|attempt|take|track|percent|dollar|buck|millisecond|watt|inch|mile|degree|step|octave|phrase|riff|lick|group|set|piece|idea|guitarist|pedal|amp|speaker|microphone|bpm|hz",
  "# beats per minute; # bpm; bpm; beats per minute; # percent",
  "gain|volume|treble|bass|mid|middle|tone|presence|reverb|delay|drive|level|mix|tempo|metronome|click|speed|feedback|distortion|chorus ~ around|at|on|to|of? about|around? #",
  "on|to|at about|around? # out of #",
  "# out of #; # chord; # chord song; # part|piece|bar|line harmony|intro|riff|song; # at a time; take it slow|slower|easy; slow ~ down; speed it up; forty|fifty|sixty|seventy|eighty|ninety|hundred",
  "use|using your|the|a thumb|fingers|pick for; with your fingers; count|counted|counting; foot|toe; thumb pick; capo ~ on|at? #?; clap; beats one and three|two and four",
  "gain; pickup; amp; pedal; knob; settings; distortion; overdrive; metronome; tuner; gauge; action; intonation; cable; strap; microphone; speaker",
  "in tune; tune up; tune your; tune ~ down|up|low|lower; tuned; tuning; drop tuning; standard tuning; in standard; tune",
  "practice|practise|practicing|practising; warm up; exercise; wrist; elbow; shoulder; thumb behind; posture; watch your|the|that|out left|right|picking|fretting? hand|thumb|wrist|fingers; relax|relaxed; tension; tense",
  "subscribe; comment; comments; channel; video; link; description; camera; website; download; patreon; tab; tabs; camera; livestream",
  "last|next week|month|year|time|video|lesson; when i was; i was; when i started; used to; back in; years ago; the other day; this morning; yesterday; tomorrow; today",
  "let me play|show|do|try it|that|this; you'll|should|can hear; you should|can hear; improvise; jam|solo over; i'll play|show|do it|that|this; a lot; all the time",
  "that's|thats the first|second|third|last|other half|part|bit|one|riff|verse|chorus; that is the first|second|last half|part|bit",
  "hello|hi|hey|welcome again|everybody|everyone; see|catch you again|next|soon; welcome back again?",
  "i love|like|hate|remember|learned|learnt|wrote|recorded|spent; my favourite|favorite",
  "key of; the key; in the key; key; scale; mode; pentatonic; minor key; major key",
  "make sure; don't forget; be careful; watch out; don't worry; worry; remember to; try to; try not; take your time; listen to; good luck; have fun; that's the hard part",
];
