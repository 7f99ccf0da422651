<h1>Day line</h1>
