import cv from '@techstark/opencv-js';

/**
 * The library of image processing, in a box: it has a `then` of its own, which promises would call again and again. Whoever
 * needs it imports this file when it is needed, because it is large.
 */
export const openCv = { cv };
