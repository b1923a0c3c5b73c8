/** Films made of pictures and pieces of videos: their course in time, their captions, and where a mark may stand. */
@org.jspecify.annotations.NullMarked
package app.tidewrack.core.film;
