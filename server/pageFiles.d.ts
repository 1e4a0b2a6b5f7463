declare module '#page-files' {
  const files: import('../launch/pageFiles').PageFiles
  export default files
}
