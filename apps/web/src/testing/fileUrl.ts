/** What the bundler gives as the address of a file. */
export default 'http://files.test/file';
