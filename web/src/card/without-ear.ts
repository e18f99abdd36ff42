/** Said on a learner's own page where nothing can be heard: it can be done all the same. */
export const WITHOUT_EAR = 'It works without as well: play, then press Done.'
