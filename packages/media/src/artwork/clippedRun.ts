/**
 * An attribute of a stack in an OpenRaster file that Cruvo wrote around a layer and those that it clips, since the format
 * clips by all that lies beneath in a stack.
 */
export const CLIPPED_RUN = 'cruvo-clipped';
