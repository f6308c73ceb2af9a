export default {
  noCanvas: 'no canvas',
  thisPhotoCannotBeReadTake: 'This photo cannot be read. Take it again, or choose a JPEG or PNG.',
} as const;
