import { ADDRESSES } from '../addresses/index.ts'
import { create, route } from './route.ts'
import {
  breathsAnswer,
  breathsQuestion,
  judgeAnswer,
  judgeQuestion,
  partAnswer,
  playedAnswer,
  playedQuestion,
  readingAnswer,
  readingQuery,
  sheetAnswer,
  sheetQuery,
  tuneAnswer,
  tuneFileQuery,
  tuneList,
  tunePaperQuery,
  tunePatch,
  tunePlayer,
  tunePlayerBody,
  tuneXmlQuery,
} from './tunes.ts'

/** Tunes: kept, read, breathed, played, printed. */
export const TUNE_ROUTES = {
  tunes: route(ADDRESSES.tunes, 'The tunes that the studio keeps', { answer: tuneList }),
  addTune: create(ADDRESSES.addTune, 'A tune from a file of MusicXML, ABC or MIDI', {
    query: tuneFileQuery,
    takes:
      'application/vnd.recordare.musicxml+xml, application/vnd.recordare.musicxml, text/vnd.abc, audio/midi',
    answer: tuneAnswer,
  }),
  tune: route(ADDRESSES.tune, 'One tune: its parts and who plays it', { answer: tuneAnswer }),
  changeTune: route(ADDRESSES.changeTune, 'Its title and rights note', {
    body: tunePatch,
    answer: tuneAnswer,
  }),
  removeTune: route(ADDRESSES.removeTune, 'Delete a tune and how it was played from', { answer: tuneAnswer }),
  tuneFile: route(ADDRESSES.tuneFile, 'The file as it came', { gives: 'application/octet-stream' }),
  tuneXml: route(
    ADDRESSES.tuneXml,
    'As MusicXML with breath marks and fingerings added and nothing else changed',
    { query: tuneXmlQuery, gives: 'application/vnd.recordare.musicxml+xml' },
  ),
  setTunePlayer: route(
    ADDRESSES.setTunePlayer,
    'How somebody plays it: part, octave, tempo, breaths, fingerings',
    {
      body: tunePlayerBody,
      answer: tunePlayer,
    },
  ),
  removeTunePlayer: route(ADDRESSES.removeTunePlayer, 'Somebody doesn’t play it any more', {
    answer: tunePlayer,
  }),
  tunePart: route(ADDRESSES.tunePart, 'A part as written, and the order in which its bars are played', {
    answer: partAnswer,
  }),
  tuneReading: route(ADDRESSES.tuneReading, 'What is new, hard, equal, long, high and low in a part', {
    query: readingQuery,
    answer: readingAnswer,
  }),
  tuneBreaths: route(ADDRESSES.tuneBreaths, 'Where to breathe, best plan first', {
    body: breathsQuestion,
    answer: breathsAnswer,
  }),
  tuneJudge: route(ADDRESSES.tuneJudge, 'What became of every written note in what was heard', {
    body: judgeQuestion,
    answer: judgeAnswer,
  }),
  tunePlayed: route(ADDRESSES.tunePlayed, 'The same with bars, faults and what to do, breaths, tuning', {
    body: playedQuestion,
    answer: playedAnswer,
  }),
  tuneSheet: route(ADDRESSES.tuneSheet, 'All that a screen shows of a part for a learner', {
    query: sheetQuery,
    answer: sheetAnswer,
  }),
  tunePdf: route(ADDRESSES.tunePdf, 'A part on paper, or some of its bars', {
    query: tunePaperQuery,
    gives: 'application/pdf',
  }),
  tuneSvg: route(ADDRESSES.tuneSvg, 'The same as a picture', {
    query: tunePaperQuery,
    gives: 'image/svg+xml',
  }),
  tuneMidi: route(ADDRESSES.tuneMidi, 'A part as it is played, as MIDI', {
    query: tuneXmlQuery,
    gives: 'audio/midi',
  }),
} as const
