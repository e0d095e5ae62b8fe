<template><p>.</p></template>
