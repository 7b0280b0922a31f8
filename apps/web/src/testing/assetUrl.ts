/** What stands in tests for the address of a file. */
export default '/asset';
